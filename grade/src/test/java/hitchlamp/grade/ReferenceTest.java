package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.Reassembly;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.uds.Segments;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A recorded roll call against independent programs: tshark (identifiers, connection-mode
 * transport) and can-utils.
 */
class ReferenceTest {
  @TempDir static Path folder;
  private static List<StampedFrame> frames;
  private static final List<StampedFrame> STORY = new ArrayList<>();

  @BeforeAll
  static void recordARollCall() throws Exception {
    Scenario scenario = Scenario.read(Path.of("../standin/scenarios/tipper-14.yaml"));
    frames =
        Reading.read(
                scenario,
                PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"),
                Reading.Depth.WITH_FAULTS)
            .frames();
    write(folder.resolve("all.pcap"), frames);
    SimUnit unit = new SimUnit(Scenario.read(Path.of("../standin/scenarios/tipper-6.yaml")));
    unit.runUntil(5_000_000);
    Visit.to(unit, PackLibrary.read(Path.of("../packs")), STORY::add, true);
  }

  private static void write(Path file, List<StampedFrame> frames) throws IOException {
    try (OutputStream out = Files.newOutputStream(file)) {
      Pcap.write(out, frames);
    }
  }

  private static List<String> run(String... command) throws Exception {
    Path out = Files.createTempFile(folder, "out", ".txt");
    Process p =
        new ProcessBuilder(command)
            .redirectOutput(out.toFile())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    assertThat(p.waitFor(120, TimeUnit.SECONDS)).isTrue();
    assertThat(p.exitValue()).as(String.join(" ", command)).isZero();
    return Files.readAllLines(out);
  }

  @Test
  void tsharkReadsTheSamePriorityGroupSourceAndDestination() throws Exception {
    List<String> lines = run(Tshark.headers(folder.resolve("all.pcap"), "-e", "frame.time_epoch"));
    assertThat(lines).hasSameSizeAs(frames).hasSizeGreaterThan(2_500);
    for (int i = 0; i < lines.size(); i++) {
      String[] field = lines.get(i).split("\t");
      Frame frame = frames.get(i).frame();
      Identifier id = Identifier.of(frame.identifier());
      assertThat(Integer.decode(field[0])).as("priority of " + frame).isEqualTo(id.priority());
      assertThat(Integer.decode(field[1])).as("group of " + frame).isEqualTo(id.pgn());
      assertThat(Integer.decode(field[2])).as("source of " + frame).isEqualTo(id.source());
      if (Identifier.hasDestination(id.pgn())) {
        assertThat(Integer.decode(field[3]))
            .as("destination of " + frame)
            .isEqualTo(id.destination());
      }
    }
    assertThat(frames.stream().map(f -> Identifier.of(f.frame().identifier()).pgn()))
        .as("questions for results of tests are among them")
        .contains(Pgn.DM7);
  }

  /**
   * Reassembly of connection-mode transfers, split per address pair since parallel sessions break
   * tshark's own.
   */
  @Test
  void tsharkPutsTheSameConnectionModeMessagesTogether() throws Exception {
    List<Message> ours = new ArrayList<>();
    Reassembly reassembly = new Reassembly(f -> {}, ours::add, b -> {});
    TreeSet<Integer> sources = new TreeSet<>();
    for (StampedFrame f : frames) {
      reassembly.accept(f);
      Identifier id = Identifier.of(f.frame().identifier());
      if (id.pgn() == Pgn.TRANSPORT_DATA && id.destination() == 249) {
        sources.add(id.source());
      }
    }
    assertThat(sources).hasSizeGreaterThan(8);
    assertThat(ours.stream().filter(m -> m.pgn() == Pgn.DM30))
        .as("results of tests of two modules")
        .hasSize(5);
    int compared = 0;
    for (int source : sources) {
      List<StampedFrame> pair =
          frames.stream().filter(f -> between(f.frame(), source, 249)).toList();
      Path file = folder.resolve("pair-" + source + ".pcap");
      write(file, pair);
      String dump =
          String.join(
              "\n", run("tshark", "-r", file.toString(), "-d", "can.subdissector,isobus", "-x"));
      List<Message> expected =
          ours.stream().filter(m -> m.source() == source && m.destination() == 249).toList();
      for (Message m : expected) {
        // tshark puts the group number in front, and leaves the filler of the last packet at the
        // end of some.
        String group =
            String.format("%02x%02x%02x", m.pgn() & 0xFF, m.pgn() >> 8 & 0xFF, m.pgn() >> 16);
        String whole = group + HexFormat.of().formatHex(m.data());
        assertThat(reassembled(dump)).as(m.toString()).anyMatch(r -> r.matches(whole + "(ff)*"));
        compared++;
      }
    }
    assertThat(compared).isGreaterThan(30);
  }

  private static boolean between(Frame f, int a, int b) {
    Identifier id = Identifier.of(f.identifier());
    boolean transport = id.pgn() == Pgn.TRANSPORT_CONTROL || id.pgn() == Pgn.TRANSPORT_DATA;
    return transport
        && (id.source() == a && id.destination() == b || id.source() == b && id.destination() == a);
  }

  /** The hex of each block headed "Reassembled" in a tshark dump. */
  private static List<String> reassembled(String dump) {
    List<String> found = new ArrayList<>();
    StringBuilder hex = null;
    for (String line : dump.split("\n")) {
      if (line.startsWith("Reassembled") || line.contains("assembled") && line.endsWith(":")) {
        hex = new StringBuilder();
      } else if (hex != null && line.matches("[0-9a-f]{4}  .*")) {
        hex.append(line, 6, Math.min(line.length(), 54));
      } else if (hex != null) {
        found.add(hex.toString().replace(" ", ""));
        hex = null;
      }
    }
    if (hex != null) {
      found.add(hex.toString().replace(" ", ""));
    }
    return found;
  }

  @Test
  void canUtilsReadsOurCandumpLog() throws Exception {
    Path log = folder.resolve("roll.log");
    try (Writer w = Files.newBufferedWriter(log)) {
      Candump.write(w, "can0", frames);
    }
    Path asc = folder.resolve("roll.asc");
    Process p =
        new ProcessBuilder("log2asc", "-I", log.toString(), "-O", asc.toString(), "can0")
            .redirectErrorStream(true)
            .start();
    assertThat(p.waitFor(60, TimeUnit.SECONDS)).isTrue();
    List<String> lines =
        Files.readAllLines(asc, StandardCharsets.ISO_8859_1).stream()
            .filter(l -> l.contains(" Rx "))
            .toList();
    assertThat(lines).hasSameSizeAs(frames);
    for (int i = 0; i < lines.size(); i += 97) {
      Frame f = frames.get(i).frame();
      assertThat(lines.get(i).toUpperCase(java.util.Locale.ROOT))
          .contains(String.format("%XX", f.identifier()))
          .contains(" D " + f.length());
    }
  }

  /** Segmented messages and services, one address pair a file, since parallel ones confuse it. */
  @Test
  void tsharkPutsTheSameServicesTogether() throws Exception {
    assertThat(services(frames)).isGreaterThan(20);
  }

  /** Segment times while it is cranked, samples of coils, controls and routines. */
  @ParameterizedTest
  @ValueSource(strings = {"compression", "coils", "dosing"})
  void tsharkPutsTheServicesOfATestTogether(String test) throws Exception {
    List<StampedFrame> all = new ArrayList<>();
    Scenario s = Scenario.read(Path.of("../standin/scenarios/tipper-5.yaml"));
    try (TestRig rig =
        new TestRig(
            s,
            PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"),
            test,
            3,
            all::add)) {
      rig.hands(new PersonAtUnit(rig.unit(), rig::act));
      rig.begin(20);
      rig.run(120);
    }
    assertThat(services(all, test.equals("dosing") ? 85 : 0)).isGreaterThan(60);
  }

  /** Tables of the story are segmented messages of many frames, the map of speed and load of 53. */
  @Test
  void tsharkPutsTheTablesOfTheStoryTogetherToTheSameBytes() throws Exception {
    assertThat(services(STORY)).isGreaterThan(20);
    int back = 0x18DA0000 | 0xF9 << 8;
    List<StampedFrame> pair =
        STORY.stream()
            .filter(f -> (f.frame().identifier() & ~0xFFFF) == 0x18DA0000)
            .filter(
                f ->
                    f.frame().identifier() == back || f.frame().identifier() == (0x18DA0000 | 0xF9))
            .toList();
    Path file = folder.resolve("story.pcap");
    write(file, pair);
    List<String> theirs =
        reassembled(
            String.join(
                "\n",
                run(
                    "tshark",
                    "-r",
                    file.toString(),
                    "-d",
                    "can.subdissector,iso15765",
                    "-d",
                    "iso15765.subdissector,uds",
                    "-x")));
    List<byte[]> ours = new ArrayList<>();
    Segments answered = new Segments(0xF9, 0x00, f -> {}, payloads(ours));
    pair.forEach(f -> answered.accept(f.frame(), f.micros()));
    List<byte[]> tables = ours.stream().filter(p -> p.length > 100).toList();
    assertThat(tables).hasSizeGreaterThan(1);
    for (byte[] table : tables) {
      String hex = HexFormat.of().formatHex(table);
      assertThat(theirs).anyMatch(t -> t.matches(hex + "(ff)*"));
    }
  }

  /** Compares the services of the engine with tshark's; how many there were. */
  private static int services(List<StampedFrame> all) throws Exception {
    return services(all, 0x00);
  }

  /** Messages between the tool and one module, ours and theirs alike. */
  private static int services(List<StampedFrame> all, int module) throws Exception {
    int there = 0x18DA0000 | module << 8 | 0xF9;
    int back = 0x18DA0000 | 0xF9 << 8 | module;
    List<StampedFrame> pair =
        all.stream()
            .filter(f -> f.frame().identifier() == there || f.frame().identifier() == back)
            .toList();
    Path file = folder.resolve("services.pcap");
    write(file, pair);
    List<String> theirs =
        run(
                "tshark",
                "-r",
                file.toString(),
                "-d",
                "can.subdissector,iso15765",
                "-d",
                "iso15765.subdissector,uds",
                "-Y",
                "uds",
                "-T",
                "fields",
                "-e",
                "uds.sid",
                "-e",
                "uds.reply")
            .stream()
            .map(l -> l.split("\t")[0])
            .toList();
    List<String> ours = new ArrayList<>();
    Segments.Listener tool = listener(ours);
    Segments asked = new Segments(module, 0xF9, f -> {}, tool);
    Segments answered = new Segments(0xF9, module, f -> {}, tool);
    for (StampedFrame f : pair) {
      asked.accept(f.frame(), f.micros());
      answered.accept(f.frame(), f.micros());
    }
    assertThat(theirs).hasSameSizeAs(ours);
    for (int i = 0; i < ours.size(); i++) {
      assertThat(Integer.decode(theirs.get(i)) & ~0x40)
          .as("message " + i)
          .isEqualTo(Integer.decode(ours.get(i)) & ~0x40);
    }
    return ours.size();
  }

  private static Segments.Listener payloads(List<byte[]> all) {
    return new Segments.Listener() {
      @Override
      public void received(byte[] payload, long micros) {
        all.add(payload);
      }

      @Override
      public void sent(long micros) {}

      @Override
      public void broke(Segments.Broke why, boolean ours, long micros) {}
    };
  }

  private static Segments.Listener listener(List<String> services) {
    return new Segments.Listener() {
      @Override
      public void received(byte[] payload, long micros) {
        services.add(String.format("0x%02x", payload[0]));
      }

      @Override
      public void sent(long micros) {}

      @Override
      public void broke(Segments.Broke why, boolean ours, long micros) {
        services.add(why.name());
      }
    };
  }
}
