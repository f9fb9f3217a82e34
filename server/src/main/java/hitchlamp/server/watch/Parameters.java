package hitchlamp.server.watch;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.watch.Dbc;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.AddedParameters;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;

/** Parameters that somebody added to a unit from DBC files. */
@Service
class Parameters implements AddedParameters {
  private static final int LARGEST = 8 * 1024 * 1024;

  private final WatchMapper mapper;
  private final Map<Long, List<Dbc.Contents>> byUnit = new ConcurrentHashMap<>();

  Parameters(WatchMapper mapper) {
    this.mapper = mapper;
  }

  /** A file that was added. */
  record File(long id, String name, int parameters) {}

  List<File> files(long unit) {
    return mapper.dbcFiles(unit).stream()
        .map(f -> new File(f.id(), f.name(), Dbc.read(f.content()).parameters().size()))
        .toList();
  }

  Dbc.Contents add(long unit, String name, byte[] content, Account who)
      throws CharacterCodingException {
    if (content.length > LARGEST) {
      throw Refusal.bad("The file is larger than 8 MB.", "Cut it to the messages of this unit.");
    }
    String text;
    try {
      text = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(content)).toString();
    } catch (CharacterCodingException e) {
      // Many such files are written in the character set of Western Europe.
      text = new String(content, StandardCharsets.ISO_8859_1);
    }
    if (text.indexOf('\0') >= 0) {
      throw Refusal.bad(name + " is not text.", "Choose a DBC file.");
    }
    Dbc.Contents c = Dbc.read(text);
    if (c.parameters().isEmpty()) {
      throw Refusal.bad(
          name + " holds no signal that can be used. " + String.join(" ", c.leftOut()),
          "Choose a file of J1939 groups with little-endian unsigned signals.");
    }
    mapper.addDbc(unit, name, text, who.id());
    byUnit.remove(unit);
    return c;
  }

  void drop(long unit, long id) {
    if (mapper.dropDbc(id, unit) == 0) {
      throw Refusal.missing("file");
    }
    byUnit.remove(unit);
  }

  @Override
  public Pack over(Pack pack, long unit) {
    List<Dbc.Contents> added =
        byUnit.computeIfAbsent(
            unit,
            u ->
                new ArrayList<>(
                    mapper.dbcFiles(u).stream().map(f -> Dbc.read(f.content())).toList()));
    Pack of = pack;
    for (Dbc.Contents c : added) {
      of = of.adding(c.parameters());
    }
    return of;
  }
}
