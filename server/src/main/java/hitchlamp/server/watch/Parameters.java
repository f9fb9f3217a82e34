package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.CsvFault;
import hitchlamp.core.watch.Dbc;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.AddedParameters;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
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
    mapper.addDbc(unit, name, text, who.id());
    byUnit.remove(unit);
    return c;
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
