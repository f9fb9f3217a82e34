package hitchlamp.grade;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.UnitShown;
import hitchlamp.core.log.LogFault;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.yaml.YamlFault;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code ./hitch-lamp try}: hooks up to a scenario, or reads a log, and prints what was found as
 * JSON.
 */
@Command(
    name = "try",
    description = "Hook up to a simulated unit or read a candump log, without a browser.",
    mixinStandardHelpOptions = true)
final class Try implements Callable<Integer> {
  /** Exit status where a file or an argument cannot be used. */
  static final int BAD_FILE = 2;

  @Option(names = "--scenario", description = "scenario file of a simulated unit")
  private Path scenario;

  @Option(names = "--log", description = "candump log to read instead")
  private Path log;

  @Option(
      names = {"--csv", "--table"},
      description = "table of a recording to analyse instead")
  private Path csv;

  @Option(names = "--map", description = "JSON that says how the table is read; guessed without it")
  private Path map;

  @Option(
      names = "--analyse",
      description =
          "statistics, power-pull, sea-trial, cutout-under-load or conversion (with --csv)")
  private String analyse;

  @Option(names = "--mass", description = "mass with load, kg (power-pull)", defaultValue = "27000")
  private double mass;

  @Option(
      names = "--gear",
      description = "gear that was in, 0 to find it (power-pull)",
      defaultValue = "0")
  private int gear;

  @Option(names = "--read", description = "call the roll with identity and faults")
  private boolean read;

  @Option(names = "--test", description = "test of the engine to run, by its name in the pack")
  private List<String> tests = List.of();

  @Option(names = "--seed", description = "another seed than the scenario's")
  private Long seed;

  @Option(names = "--candump", description = "write the bus traffic as a candump log")
  private Path candump;

  @Option(names = "--pcap", description = "write the bus traffic as a packet capture")
  private Path pcap;

  @Option(names = "--json", description = "print JSON (the only form there is)")
  private boolean json;

  @Option(names = "--packs", description = "folder of packs", defaultValue = "packs")
  private Path packs;

  @Option(
      names = "--pack",
      description = "pack to use; by default the one that the engine's identity chooses")
  private String pack;

  private final PrintStream out;
  private final PrintStream err;

  Try(PrintStream out, PrintStream err) {
    this.out = out;
    this.err = err;
  }

  static int run(PrintStream out, PrintStream err, String... args) {
    return new CommandLine(new Try(out, err))
        .setErr(new java.io.PrintWriter(err, true))
        .setOut(new java.io.PrintWriter(out, true))
        .execute(args);
  }

  @Override
  public Integer call() throws Exception {
    try {
      if (java.util.stream.Stream.of(scenario, log, csv).filter(java.util.Objects::nonNull).count()
          != 1) {
        return fail("Name one of --scenario FILE, --log FILE and --csv FILE.");
      }
      if (csv != null) {
        PackLibrary shelf = PackLibrary.read(packs);
        out.println(
            TableTry.of(csv, map)
                .analysed(analyse, pack == null ? shelf.base() : shelf.with(pack), mass, gear));
        return 0;
      }
      if (!tests.isEmpty() && scenario == null) {
        return fail("A test needs a unit: name --scenario FILE.");
      }
      Map<String, Object> found = scenario != null ? scenario() : log();
      out.println(
          JsonMapper.builder()
              .enable(SerializationFeature.INDENT_OUTPUT)
              .build()
              .writeValueAsString(found));
      return 0;
    } catch (YamlFault e) {
      return fail(e.getMessage());
    } catch (hitchlamp.core.watch.CsvFault e) {
      return fail(csv + ":" + Math.max(1, e.line()) + ": " + e.getMessage());
    } catch (TableTry.Unusable | IllegalArgumentException e) {
      return fail(e.getMessage());
    } catch (LogFault e) {
      return fail(log + ": " + e.getMessage());
    } catch (NoSuchFileException e) {
      return fail(e.getFile() + ":1: there is no such file");
    }
  }

  private int fail(String why) {
    err.println(why);
    return BAD_FILE;
  }

  private Pack pack(PackLibrary shelf, Scenario s) throws InterruptedException {
    if (pack != null) {
      return shelf.with(pack);
    }
    Roll first = Reading.read(s, shelf.base(), Reading.Depth.FULL).roll();
    return UnitShown.of(first).fits(shelf.base(), shelf).orElse(shelf.base());
  }

  private Map<String, Object> scenario() throws IOException, InterruptedException {
    Scenario s = Scenario.read(scenario);
    if (seed != null) {
      s = s.withSeed(seed);
    }
    Pack p = pack(PackLibrary.read(packs), s);
    if (!tests.isEmpty()) {
      return tested(s, p);
    }
    Reading.Result result =
        Reading.read(s, p, read ? Reading.Depth.WITH_FAULTS : Reading.Depth.QUICK);
    write(result.frames(), s.bus().bitsPerSecond() == 500_000 ? "can500" : "can250");
    Map<String, Object> found = new LinkedHashMap<>();
    found.put("schema", 1);
    found.put("scenario", s.id());
    found.put("seed", s.seed());
    found.put("pack", Map.of("id", p.id(), "version", p.version(), "hash", p.hash()));
    found.put("frames", result.frames().size());
    found.put("roll", ReadingJson.of(result.roll()));
    if (read) {
      found.put("faults", ReadingJson.of(result.faults()));
      found.put(
          "leads",
          ReadingJson.leads(
              Leads.find(
                  result.faults().faults(),
                  result.roll().silentKinds(),
                  p,
                  result.faults().engineHours(),
                  List.of())));
    }
    return found;
  }

  private Map<String, Object> tested(Scenario s, Pack p) throws InterruptedException {
    List<Map<String, Object>> runs = new ArrayList<>();
    for (String test : tests) {
      runs.add(TestTry.run(s, p, test));
    }
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("schema", 1);
    out.put("scenario", s.id());
    out.put("seed", s.seed());
    out.put("pack", Map.of("id", p.id(), "version", p.version(), "hash", p.hash()));
    out.put("tests", runs);
    return out;
  }

  private Map<String, Object> log() throws IOException {
    PackLibrary shelf = PackLibrary.read(packs);
    return new LogTry(pack == null ? shelf.base() : shelf.with(pack), candump, pcap).read(log);
  }

  private void write(List<StampedFrame> frames, String bus) throws IOException {
    if (candump != null) {
      try (Writer w = Files.newBufferedWriter(candump)) {
        Candump.write(w, bus, frames);
      }
    }
    if (pcap != null) {
      try (OutputStream o = new BufferedOutputStream(Files.newOutputStream(pcap))) {
        Pcap.write(o, frames);
      }
    }
  }
}
