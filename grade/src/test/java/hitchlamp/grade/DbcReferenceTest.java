package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.watch.Dbc;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/**
 * Parameters written as DBC, frames, and the counts and figures that the core reads from them. The
 * web's tests decode the same frames by the same DBC with the npm package candied.
 */
class DbcReferenceTest {
  private static final Path FILE = Path.of("src/test/resources/dbc/decoded.json");
  private static final int FRAMES = 4;

  private static String made() {
    Pack pack = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
    List<Parameter> all = List.copyOf(pack.parameters().values());
    SplittableRandom r = new SplittableRandom(1939);
    List<Map<String, Object>> frames = new ArrayList<>();
    for (int pgn : pack.groups()) {
      for (int i = 0; i < FRAMES; i++) {
        byte[] data = new byte[8];
        r.nextBytes(data);
        Message m = new Message(pgn, 0, 255, 6, data, 0, 0);
        Map<String, Object> values = new LinkedHashMap<>();
        for (Parameter p : pack.parametersIn(pgn)) {
          long raw = p.raw(m);
          values.put("S" + p.spn(), List.of(raw, raw * p.scale() + p.offset()));
        }
        Map<String, Object> frame = new LinkedHashMap<>();
        frame.put("pgn", pgn);
        frame.put("data", HexFormat.ofDelimiter("-").formatHex(data));
        frame.put("values", values);
        frames.add(frame);
      }
    }
    Map<String, Object> file = new LinkedHashMap<>();
    file.put("dbc", Dbc.write(all));
    file.put("frames", frames);
    return JsonMapper.builder().build().writeValueAsString(file);
  }

  @Test
  void theFileThatTheOtherDecoderReadsIsWhatTheCoreWritesAndReads() throws IOException {
    if (System.getenv("DBC_WRITE") != null) {
      Files.createDirectories(FILE.getParent());
      Files.writeString(FILE, made());
    }
    assertThat(Files.readString(FILE))
        .as("run this test with DBC_WRITE=1, then the web's tests")
        .isEqualTo(made());
  }
}
