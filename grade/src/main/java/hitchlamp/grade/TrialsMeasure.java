package hitchlamp.grade;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.grade.Trials.Lot;
import hitchlamp.grade.Trials.Outcome;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** {@code measure trials-…}: what a family of tests comes to over the whole space. */
final class TrialsMeasure {
  private static final Map<Lot, Integer> CASES =
      new EnumMap<>(Map.of(Lot.SOUND, 1_000, Lot.DEFECTIVE, 1_000, Lot.SPOILED, 500));
  private static final int MOST_ROWS = 40;
  private static final List<Double> SIZES = List.of(0.0, 10.0, 15.0, 25.0, 50.0, 1e9);

  /** A family of tests, with the sentence at the head of its page. */
  private record Family(String title, String says, List<Trials> trials) {}

  private final String name;
  private final long seed;
  private final double share;
  private final List<String> only;

  /**
   * @param name of the page, "trials-" and the family
   * @param seed first seed
   * @param share of the full number of cases
   * @param only short names of tests; all where empty
   */
  TrialsMeasure(String name, long seed, double share, List<String> only) {
    this.name = name;
    this.seed = seed;
    this.share = share;
    this.only = List.copyOf(only);
  }

  void measure(boolean json) throws IOException {
    PackLibrary packs = PackLibrary.read(Path.of("packs"));
    Family family =
        switch (name) {
          case "trials-dosing" -> dosing(packs);
          case "trials-regen" -> filter(packs);
          case "trials-air" -> air(packs);
          default -> cylinders(packs);
        };
    Report report = new Report(name, family.title());
    report.say(
        family.says()
            + " Drawn from seed "
            + seed
            + ", each unit with its own scatter: sound ones, ones with a defect of every size from the smallest up, and runs whose conditions were lost. What is at fault is known before the test begins; \"another named\" is a failed one that is sound. Beside it the rule that people use by eye and ear, its threshold tuned on seeds 1 to 9999.");
    for (Trials t : family.trials()) {
      if (only.isEmpty() || only.contains(t.id())) {
        page(report, t, run(t));
      }
    }
    report.finish(json);
  }

  private static Family cylinders(PackLibrary packs) {
    return new Family(
        "Tests of cylinders",
        "Simulated trucks, loading shovels, ferries (six in line), generating sets (eight in vee) and yard tractors (four in line) at -20 to 40 °C and 0 to 2,500 m.",
        List.of(
            new CompressionTrials(packs),
            new ContributionTrials(packs),
            new LoadedTrials(packs),
            new CoilsTrials(packs),
            new BalanceTrials(packs)));
  }

  private static Family dosing(PackLibrary packs) {
    return new Family(
        "Tests of dosing and conversion",
        "Simulated road trucks at -5 to 40 °C (frozen ones colder) and 0 to 2,500 m.",
        List.of(
            new DosingTrials(packs),
            new FluidTrials(packs),
            new QuantityTrials(packs),
            new RestoreTrials(packs),
            new ConversionTrials(packs)));
  }

  private static Family filter(PackLibrary packs) {
    return new Family(
        "Tests of the particulate filter",
        "Simulated road trucks at -10 to 40 °C and 0 to 2,500 m.",
        List.of(new RegenerationTrials(packs), new FilterTrials(packs)));
  }

  private static Family air(PackLibrary packs) {
    return new Family(
        "Tests of air path, actuators, cooler and rail",
        "Simulated trucks, loading shovels, ferries (six in line), generating sets (eight in vee) and yard tractors (four in line) at -20 to 40 °C (rail: from -10) and 0 to 2,500 m.",
        List.of(
            new AirPathTrials(packs),
            new AirDriveTrials(packs),
            new ActuatorTrials(packs),
            new CoolerTrials(packs),
            new RailTrials(packs)));
  }

  private List<Outcome> run(Trials t) {
    ExecutorService two = Executors.newFixedThreadPool(2);
    List<Future<Outcome>> asked = new ArrayList<>();
    CASES.forEach(
        (lot, cases) -> {
          for (int i = 0; i < Math.ceil(cases * share * t.share()); i++) {
            long of = seed + i + 100_000L * lot.ordinal();
            asked.add(two.submit(() -> t.run(of, lot)));
          }
        });
    try {
      List<Outcome> done = new ArrayList<>();
      for (Future<Outcome> f : asked) {
        done.add(f.get());
      }
      return done;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    } catch (ExecutionException e) {
      throw new IllegalStateException(e.getCause());
    } finally {
      two.shutdownNow();
    }
  }

  private static long count(List<Outcome> of, java.util.function.Predicate<Outcome> which) {
    return of.stream().filter(which).count();
  }

  private static void page(Report report, Trials t, List<Outcome> all) {
    List<Outcome> sound = all.stream().filter(o -> o.lot() == Lot.SOUND).toList();
    List<Outcome> defective = all.stream().filter(o -> o.lot() == Lot.DEFECTIVE).toList();
    List<Outcome> spoiled = all.stream().filter(o -> o.lot() == Lot.SPOILED).toList();
    List<Outcome> held = new ArrayList<>(sound);
    held.addAll(defective);
    report.say("## " + t.id()).say("Looked for: " + t.smallest() + ".");
    report.head("figure", "of", "cases", "share", "one-sided 95 % bound", "limit");
    bad(report, "missed", count(defective, o -> o.verdict() == Verdict.PASS), defective, "2 %");
    bad(report, "sound failed", count(sound, o -> o.verdict() == Verdict.FAIL), sound, "1 %");
    bad(report, "another named", count(defective, Outcome::another), defective, "1 %");
    bad(
        report,
        "cannot tell where conditions held",
        count(held, o -> o.verdict() == Verdict.CANNOT_TELL),
        held,
        "5 %");
    long told = count(spoiled, Outcome::right);
    report.row(
        "cannot tell where they were spoiled, or what had shown before",
        told,
        spoiled.size(),
        Share.percent(told, spoiled.size()),
        Share.lowest(told, spoiled.size()),
        "95 % and more");
    report.end();
    report
        .say("Verdicts, and beside them the rule of thumb:")
        .head("lot", "pass", "fail, all right", "fail, otherwise", "cannot tell", "rule right");
    for (Lot lot : Lot.values()) {
      List<Outcome> of = all.stream().filter(o -> o.lot() == lot).toList();
      report.row(
          lot.name().toLowerCase(Locale.ROOT),
          count(of, o -> o.verdict() == Verdict.PASS),
          count(of, o -> o.verdict() == Verdict.FAIL && o.named().equals(o.guilty())),
          count(of, o -> o.verdict() == Verdict.FAIL && !o.named().equals(o.guilty())),
          count(of, o -> o.verdict() == Verdict.CANNOT_TELL),
          lot == Lot.SPOILED
              ? ""
              : Share.percent(count(of, o -> o.rule().named().equals(o.guilty())), of.size()));
    }
    report.end();
    t.also(report, all);
    bySize(report, defective);
    List<Outcome> rows = held.stream().filter(o -> !o.right()).limit(MOST_ROWS).toList();
    if (!rows.isEmpty()) {
      report.say("Not right:").head("seed", "unit", "what", "size", "guilty", "verdict", "says");
      for (Outcome o : rows) {
        report.row(
            o.seed(), o.unit(), o.what(), o.size(), o.guilty(), o.verdict(), brief(o.says()));
      }
      report.end();
    }
    report.keep(t.id() + " missed", count(defective, o -> o.verdict() == Verdict.PASS));
    report.keep(t.id() + " sound failed", count(sound, o -> o.verdict() == Verdict.FAIL));
  }

  private static String brief(String says) {
    String flat = says.replace('|', '/').replace('\n', ' ');
    return flat.length() > 300 ? flat.substring(0, 300) : flat;
  }

  private static void bad(Report report, String what, long bad, List<Outcome> of, String limit) {
    report.row(
        what,
        bad,
        of.size(),
        Share.percent(bad, of.size()),
        String.format(Locale.ROOT, "%.1f %%", 100 * Share.highest(bad, of.size())),
        limit);
  }

  private static void bySize(Report report, List<Outcome> defective) {
    report
        .say(
            "By what is wrong and its size (percent of the median that is missing, or the test's own measure):")
        .head("what", "size", "cases", "right", "missed", "another", "cannot tell");
    Map<String, List<Outcome>> by = new TreeMap<>();
    for (Outcome o : defective) {
      int bin = 0;
      while (o.size() >= SIZES.get(bin + 1)) {
        bin++;
      }
      String upTo =
          bin + 2 == SIZES.size()
              ? String.format(Locale.ROOT, "%d %.0f and more", bin, SIZES.get(bin))
              : String.format(
                  Locale.ROOT, "%d %.0f to %.0f", bin, SIZES.get(bin), SIZES.get(bin + 1));
      by.computeIfAbsent(o.what() + "/" + upTo, k -> new ArrayList<>()).add(o);
    }
    by.forEach(
        (row, of) ->
            report.row(
                row.substring(0, row.indexOf('/')),
                row.substring(row.indexOf('/') + 3),
                of.size(),
                count(of, Outcome::right),
                count(of, o -> o.verdict() == Verdict.PASS),
                count(of, Outcome::another),
                count(of, o -> o.verdict() == Verdict.CANNOT_TELL)));
    report.end();
  }
}
