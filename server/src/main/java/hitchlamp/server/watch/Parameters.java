package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.Dbc;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.AddedParameters;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/** Parameters that somebody added to a unit from DBC files. */
@Service
class Parameters implements AddedParameters {
  private static final Logger LOG = LoggerFactory.getLogger(Parameters.class);
  private static final int MOST_NAMED = 5;
  private static final int LARGEST = 8 * 1024 * 1024;

  /** Name of the file that holds what was found out at work. */
  private static final String FOUND = "Found at work.dbc";

  private static final int MOST_FOUND = 200;

  /** As many as are read of a unit. */
  private static final int MOST_FILES = 20;

  private final WatchMapper mapper;

  /** Packs with what was added, by unit and the hash of the pack beneath. */
  private final Map<Long, Map<String, Pack>> byUnit = new ConcurrentHashMap<>();

  Parameters(WatchMapper mapper) {
    this.mapper = mapper;
  }

  /** A file that was added. */
  record File(long id, String name, int parameters) {}

  List<File> files(long unit) {
    return mapper.dbcFiles(unit).stream()
        .map(f -> new File(f.id(), f.name(), contents(f, Set.of()).parameters().size()))
        .toList();
  }

  /** What a kept file holds; nothing where it was kept before such files were refused. */
  private static Dbc.Contents contents(WatchMapper.DbcRow file, Set<Integer> known) {
    try {
      return Dbc.read(file.content(), known);
    } catch (CsvFault e) {
      LOG.warn("the parameters of {} cannot be used: {}", file.name(), e.getMessage());
      return new Dbc.Contents(List.of(), List.of(e.getMessage()));
    }
  }

  /**
   * Adds a file to a unit.
   *
   * @param known SPNs that have a parameter already
   */
  Dbc.Contents add(long unit, String name, byte[] content, Set<Integer> known, Account who)
      throws CharacterCodingException {
    if (content.length > LARGEST) {
      throw Refusal.bad(
          WatchWords.say("the-file-is-larger-than-8"), WatchWords.say("cut-it-to-the-messages-of"));
    }
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(content)).toString();
    } catch (CharacterCodingException e) {
      // Many such files are written in the character set of Western Europe.
      text = new String(content, StandardCharsets.ISO_8859_1);
    }
    if (text.indexOf('\0') >= 0) {
      throw Refusal.bad(WatchWords.say("is-not-text", name), WatchWords.say("choose-a-dbc-file"));
    }
    Dbc.Contents c = Dbc.read(text, known);
    if (c.parameters().isEmpty()) {
      throw Refusal.bad(
          WatchWords.say(
              "holds-no-signal-that-can-be",
              name,
              c.leftOut().stream().limit(MOST_NAMED).collect(Collectors.joining(" "))),
          WatchWords.say("choose-a-file-of-j1939-groups"));
    }
    room(unit);
    mapper.addDbc(unit, name, text, who.id());
    byUnit.remove(unit);
    return c;
  }

  /** What was found out at work on a unit, field by field. */
  List<Parameter> found(long unit) {
    return row(unit).map(f -> contents(f, Set.of()).parameters()).orElse(List.of());
  }

  /** Files beyond those that are read would be kept and never seen again. */
  private void room(long unit) {
    if (mapper.dbcFiles(unit).size() >= MOST_FILES) {
      throw Refusal.conflict(
          WatchWords.say("files-are-kept-already", MOST_FILES),
          WatchWords.say("drop-a-file-first"));
    }
  }

  private Optional<WatchMapper.DbcRow> row(long unit) {
    return mapper.dbcFiles(unit).stream().filter(f -> f.name().equals(FOUND)).findFirst();
  }

  /**
   * Keeps a field of a group as a parameter of a unit.
   *
   * @param of as it is read, its number left to this
   * @param pack by which the unit is read now
   * @return the same with its number
   */
  synchronized Parameter keep(long unit, Parameter of, Pack pack, Account who) {
    List<Parameter> all = new ArrayList<>(found(unit));
    if (all.isEmpty()) {
      room(unit);
    }
    if (all.size() >= MOST_FOUND) {
      throw Refusal.conflict(
          WatchWords.say("fields-are-kept-already", MOST_FOUND), WatchWords.say("drop-one-first"));
    }
    for (Parameter p : all) {
      if (p.pgn() == of.pgn()
          && p.startBit() < of.startBit() + of.bits()
          && of.startBit() < p.startBit() + p.bits()) {
        throw Refusal.conflict(
            WatchWords.say("the-field-lies-over", p.name()), WatchWords.say("choose-other-bits"));
      }
    }
    int spn = Dbc.FIRST_OWN_SPN;
    Set<Integer> taken = new HashSet<>(pack.parameters().keySet());
    all.forEach(p -> taken.add(p.spn()));
    while (taken.contains(spn)) {
      spn++;
    }
    Parameter kept =
        new Parameter(
            spn, of.name(), of.pgn(), of.startBit(), of.bits(), of.scale(), of.offset(), of.unit());
    all.add(kept);
    write(unit, all, who);
    return kept;
  }

  /** Forgets a field; gives its name. */
  synchronized String forget(long unit, int spn, Account who) {
    List<Parameter> all = new ArrayList<>(found(unit));
    Parameter gone =
        all.stream()
            .filter(p -> p.spn() == spn)
            .findFirst()
            .orElseThrow(() -> Refusal.missing("field"));
    all.remove(gone);
    write(unit, all, who);
    return gone.name();
  }

  private void write(long unit, List<Parameter> all, Account who) {
    Optional<WatchMapper.DbcRow> before = row(unit);
    if (!all.isEmpty()) {
      mapper.addDbc(unit, FOUND, Dbc.write(all), who.id());
    }
    before.ifPresent(f -> mapper.dropDbc(f.id(), unit));
    byUnit.remove(unit);
  }

  /** Drops a file; gives its name. */
  String drop(long unit, long id) {
    String name =
        mapper.dbcFiles(unit).stream()
            .filter(f -> f.id() == id)
            .map(WatchMapper.DbcRow::name)
            .findFirst()
            .orElse("");
    if (mapper.dropDbc(id, unit) == 0) {
      throw Refusal.missing("file");
    }
    byUnit.remove(unit);
    return name;
  }

  @Override
  public Pack over(Pack pack, long unit) {
    return byUnit
        .computeIfAbsent(unit, u -> new ConcurrentHashMap<>())
        .computeIfAbsent(pack.hash(), h -> adding(pack, unit));
  }

  private Pack adding(Pack pack, long unit) {
    Pack of = pack;
    for (WatchMapper.DbcRow f : mapper.dbcFiles(unit)) {
      // Each file is read beside what came before it, as when it was added.
      of = of.adding(contents(f, of.parameters().keySet()).parameters());
    }
    return of;
  }
}
