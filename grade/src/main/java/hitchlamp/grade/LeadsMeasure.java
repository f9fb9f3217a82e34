package hitchlamp.grade;

import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.agreement.Sheet;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Leads;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** {@code measure leads}: does the first lead name what is wrong? */
final class LeadsMeasure {
  private static final int ONE = 220;
  private static final int TWO = 110;
  private static final int HEALTHY = 120;
  private static final int IN_RANGE = 150;
  private static final int IN_RANGE_CASES = -1;
  private static final long COLD_MICROS = 10_000_000;
  private static final long IDLE_MICROS = 60_000_000;
  private static final int TOP = 3;
  private static final int MANY = 500;
  private static final int RUNS = 100;

  /** One visited unit and what came of it. */
  private record Graded(
      LeadCases.Case unit, Visit.Found found, Evidence evidence, List<Lead> leads, boolean felt) {
    /** True where the first lead names it, or says what it cannot be told from and by what. */
    boolean firstOrPair(String component) {
      return leads.stream()
          .limit(1)
          .anyMatch(
              l ->
                  l.id().equals(component)
                      || l.rivals().stream()
                          .anyMatch(r -> r.id().equals(component) && !r.by().isEmpty()));
    }

    boolean quiet() {
      return found.reading().faults().stream().noneMatch(this::fromToday)
          && found.roll().silentKinds().isEmpty()
          && evidence.disagreements().isEmpty();
    }

    /** Why one of two defects hides the other. */
    java.util.Optional<String> masked() {
      return Masks.reason(unit.truth(), found.pack());
    }

    private boolean fromToday(KnownFault f) {
      return Recency.of(f, found.reading().engineHours().orElse(Double.NaN)) == Recency.TODAY;
    }

    List<Lead> today() {
      return leads.stream().filter(l -> l.bearing() == Recency.TODAY).toList();
    }

    boolean within(String component, int most) {
      return leads.stream().limit(most).anyMatch(l -> l.id().equals(component));
    }
  }

  private final PackLibrary shelf = PackLibrary.read(Path.of("packs"));
  private final long seed;
  private final double share;

  /**
   * @param seed first seed
   * @param share of the full number of cases
   */
  LeadsMeasure(long seed, double share) {
    this.seed = seed;
    this.share = share;
  }

  void measure(boolean json) throws IOException {
    List<Graded> one = visit(1, (int) (ONE * share), 0);
    List<Graded> two = visit(2, (int) (TWO * share), 2_000);
    List<Graded> none = visit(0, (int) (HEALTHY * share), 4_000);
    List<Graded> inRange = visit(IN_RANGE_CASES, (int) (IN_RANGE * share), 6_000);
    List<Graded> felt = inRange.stream().filter(Graded::felt).toList();
    long exact = count(felt, g -> g.within(g.unit().truth().get(0), 1));
    long honest = count(felt, g -> g.firstOrPair(g.unit().truth().get(0)));
    long pairs1 = count(loud(one), g -> g.firstOrPair(g.unit().truth().get(0)));
    List<Graded> loud = loud(one);
    List<Graded> still = one.stream().filter(Graded::quiet).toList();
    List<Graded> both =
        two.stream()
            .filter(g -> g.unit().truth().stream().noneMatch(t -> setsNothing(g, t)))
            .toList();
    List<Graded> apart = both.stream().filter(g -> g.masked().isEmpty()).toList();
    List<Graded> masked = both.stream().filter(g -> g.masked().isPresent()).toList();
    long first = count(loud, g -> g.within(g.unit().truth().get(0), 1));
    long three = count(loud, g -> g.within(g.unit().truth().get(0), TOP));
    long pair = count(apart, g -> g.unit().truth().stream().allMatch(t -> g.within(t, TOP)));
    long shown = count(masked, g -> g.unit().truth().stream().anyMatch(t -> g.within(t, TOP)));
    long every = count(both, g -> g.unit().truth().stream().allMatch(t -> g.within(t, TOP)));
    long calm = count(none, g -> g.today().isEmpty());
    long falseClaim = count(still, g -> !g.today().isEmpty());
    Report report = new Report("leads", "Where to start");
    report.say(
        "Simulated trucks, loading shovels, ferries, generating sets and yard tractors, at -30 to 45 °C, drawn from seed "
            + seed
            + ", that have lived 360 engine hours with monitors looking on. Each is visited key on after a night and again with the engine idling: agreement of sensors, roll call, the pack that fits, all faults with times and frozen values, then the leads. The component that a defect stands for is written beside the defect (`LeadCases`), before anything is ranked. Many have something else in their memory that was cured 20 to 280 hours ago.");
    report.say(
        "Nobody could tell apart by faults: a module without supply, a dead one and one with a cut bus stub (all are silent: the level is the module); which sensor pulls a supply down (the level is the line); broken wire, shorted wire, loose connector and drift of one sensor (the level is the sensor).");
    report.say(
        String.format(
            java.util.Locale.ROOT,
            "Pairs of which one physically hides the other (`Masks`, fixed before any unit is visited) are counted apart: %d of %d, at most a fifth. A line that is down blinds the sensors on it and what is known by them only; a broken sensor blinds the part that is known by it only; further %s.",
            masked.size(),
            both.size(),
            String.join("; ", Masks.reasons())));
    report
        .head("figure", "of", "cases", "share", "one-sided 95 % bound", "aim")
        .row(
            "one defect, first lead names it",
            first,
            loud.size(),
            Share.percent(first, loud.size()),
            Share.lowest(first, loud.size()),
            "93 %")
        .row(
            "one defect, among the first three",
            three,
            loud.size(),
            Share.percent(three, loud.size()),
            Share.lowest(three, loud.size()),
            "98 %")
        .row(
            "two defects, both among the first three",
            pair,
            apart.size(),
            Share.percent(pair, apart.size()),
            Share.lowest(pair, apart.size()),
            "90 %")
        .row(
            "the same with pairs of which one hides the other",
            every,
            both.size(),
            Share.percent(every, both.size()),
            Share.lowest(every, both.size()),
            "")
        .row(
            "one hides the other: one of them among the first three",
            shown,
            masked.size(),
            Share.percent(shown, masked.size()),
            Share.lowest(shown, masked.size()),
            "")
        .row(
            "one defect, first or honest pair",
            pairs1,
            loud.size(),
            Share.percent(pairs1, loud.size()),
            Share.lowest(pairs1, loud.size()),
            "")
        .row(
            "off within its range, first lead names it",
            exact,
            felt.size(),
            Share.percent(exact, felt.size()),
            Share.lowest(exact, felt.size()),
            "")
        .row(
            "off within its range, first or honest pair",
            honest,
            felt.size(),
            Share.percent(honest, felt.size()),
            Share.lowest(honest, felt.size()),
            "85 %")
        .row(
            "healthy, nothing called today's problem",
            calm,
            none.size(),
            Share.percent(calm, none.size()),
            Share.lowest(calm, none.size()),
            "99 %")
        .row(
            "one defect that sets no fault, something claimed",
            falseClaim,
            still.size(),
            Share.percent(falseClaim, still.size()),
            "",
            "0")
        .end();
    report
        .say(
            "Beside it on the same units, the component of the fault that a rule of thumb puts first:")
        .head("rule", "one defect: first", "among three", "two defects: both among three")
        .row(
            "leads",
            Share.percent(first, loud.size()),
            Share.percent(three, loud.size()),
            Share.percent(pair, apart.size()));
    rule(
        report,
        "most occurrences first",
        loud,
        apart,
        Comparator.comparing((KnownFault f) -> -f.times()));
    rule(
        report,
        "active, then newest",
        loud,
        apart,
        Comparator.comparing((KnownFault f) -> !f.active())
            .thenComparing(f -> -f.lastHour().orElse(0)));
    report.end();
    double[] millis = ranking(two);
    report.say(
        String.format(
            java.util.Locale.ROOT,
            "Ranking %d faults of many units put together: median %.2f ms, slowest of %d runs %.2f ms (aim 10 ms).",
            MANY,
            Report.median(millis),
            millis.length,
            Report.percentile(millis, 1)));
    misses(report, loud, "By kind of defect, one defect:");
    misses(
        report,
        felt,
        "By kind, off within its range and, where no fault is stored, by more than twice what a sound one may be (as much the other way):");
    beyond(report, felt);
    beyond(report, loud);
    pairs(report, both);
    report.keep("first", (double) first / loud.size());
    report.keep("three", (double) three / loud.size());
    report.keep("pair", (double) pair / apart.size());
    report.keep("healthy", (double) calm / none.size());
    report.finish(json);
  }

  /** True where this one of two defects set no fault of today: then nobody can name it. */
  private static boolean setsNothing(Graded g, String truth) {
    Component c = g.found().pack().components().get(truth);
    if (c == null) {
      // A silent module of which the pack says no more.
      return !truth.startsWith(Leads.MODULE);
    }
    boolean disagrees =
        g.evidence().disagreements().stream()
            .flatMap(d -> d.causes().stream())
            .anyMatch(x -> x.id().equals(truth));
    boolean silent =
        c.kind() == Component.Kind.MODULE && g.found().roll().silentKinds().contains(c.module());
    boolean shown =
        g.found().reading().faults().stream()
            .anyMatch(
                f ->
                    g.fromToday(f)
                        && (c.signs().stream().anyMatch(s -> s.is(f.spn(), f.fmi()))
                            || c.feeds().contains(f.spn())
                            || c.missedAs().contains(f.spn())));
    return !silent && !shown && !disagrees;
  }

  private static List<Graded> loud(List<Graded> one) {
    return one.stream().filter(g -> !g.quiet()).toList();
  }

  private List<Graded> visit(int defects, int count, long offset) {
    return IntStream.range(0, count)
        .parallel()
        .mapToObj(
            i ->
                visited(
                    defects == IN_RANGE_CASES
                        ? LeadCases.drawInRange(seed + offset + i)
                        : LeadCases.draw(seed + offset + i, defects),
                    defects == IN_RANGE_CASES))
        .toList();
  }

  /** In the morning, key on after a night; then idling, faults and all. */
  private Graded visited(LeadCases.Case c, boolean inRange) {
    try {
      Evidence cold = cold(c, c.scenario().defects());
      SimUnit unit = new SimUnit(c.scenario());
      unit.runUntil(IDLE_MICROS);
      Evidence idling = Visit.agreement(unit, shelf);
      Visit.Found found = Visit.to(unit, shelf, f -> {});
      List<Evidence.OfModule> sheets = new ArrayList<>(cold.sheets());
      sheets.addAll(idling.sheets());
      Evidence evidence = new Evidence(sheets);
      List<Lead> leads =
          Leads.find(
              found.reading().faults(),
              found.roll().silentKinds(),
              found.pack(),
              found.reading().engineHours(),
              evidence,
              List.of());
      Graded graded = new Graded(c, found, evidence, leads, true);
      if (!inRange || !graded.quiet()) {
        return graded;
      }
      // A sound one may be off as much the other way: nobody can tell what moves it by less than
      // both.
      List<Defect> others =
          c.scenario().defects().stream().filter(d -> !c.present().contains(d)).toList();
      return new Graded(c, found, evidence, leads, moved(cold, cold(c, others)));
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private Evidence cold(LeadCases.Case c, List<Defect> defects) throws InterruptedException {
    double now = c.scenario().history().hours();
    SimUnit unit =
        new SimUnit(
            c.scenario()
                .with(defects, new Scenario.History(now - 0.1, now, 20 * now))
                .startingCold());
    unit.runUntil(COLD_MICROS);
    return Visit.agreement(unit, shelf);
  }

  private static boolean moved(Evidence with, Evidence without) {
    for (Evidence.OfModule m : with.sheets()) {
      for (Sheet.Row row : m.sheet().rows()) {
        double sound =
            without.sheets().stream()
                .filter(o -> o.module().equals(m.module()))
                .flatMap(o -> o.sheet().rows().stream())
                .filter(o -> o.relation().equals(row.relation()) && o.spn() == row.spn())
                .mapToDouble(Sheet.Row::value)
                .findFirst()
                .orElse(Double.NaN);
        double may = row.tolerance() > 0 ? row.tolerance() : Math.abs(row.high());
        if (Math.abs(row.value() - sound) > 2 * may) {
          return true;
        }
      }
    }
    return false;
  }

  private static long count(List<Graded> all, Function<Graded, Boolean> good) {
    return all.stream().filter(good::apply).count();
  }

  private void rule(
      Report report,
      String name,
      List<Graded> one,
      List<Graded> two,
      Comparator<KnownFault> order) {
    long first = count(one, g -> named(g, order, 1).contains(g.unit().truth().get(0)));
    long three = count(one, g -> named(g, order, TOP).contains(g.unit().truth().get(0)));
    long pair = count(two, g -> named(g, order, TOP).containsAll(g.unit().truth()));
    report.row(
        name,
        Share.percent(first, one.size()),
        Share.percent(three, one.size()),
        Share.percent(pair, two.size()));
  }

  /** Components of the faults that a rule of thumb puts first, each fault's own. */
  private static List<String> named(Graded g, Comparator<KnownFault> order, int most) {
    List<String> names = new ArrayList<>();
    g.found().reading().faults().stream()
        .sorted(order)
        .limit(most)
        .forEach(f -> names.add(own(f, g.found().pack())));
    return names;
  }

  private static String own(KnownFault f, Pack pack) {
    for (Component c : pack.components().values()) {
      boolean module = c.kind() == Component.Kind.MODULE && c.missedAs().contains(f.spn());
      boolean mine = c.module().isEmpty() || c.module().equals(f.kind());
      if (module && f.fmi() == 9
          || mine && c.signs().stream().anyMatch(s -> s.is(f.spn(), f.fmi()))) {
        return c.id();
      }
    }
    return "";
  }

  private static void misses(Report report, List<Graded> one, String head) {
    Map<String, int[]> kinds = new TreeMap<>();
    Map<String, Map<String, Integer>> instead = new TreeMap<>();
    for (Graded g : one) {
      String kind =
          g.unit()
              .present()
              .get(0)
              .kind()
              .name()
              .toLowerCase(java.util.Locale.ROOT)
              .replace('_', ' ');
      int[] n = kinds.computeIfAbsent(kind, k -> new int[2]);
      n[0]++;
      if (g.within(g.unit().truth().get(0), 1)) {
        n[1]++;
      } else {
        String other = g.leads().isEmpty() ? "nothing" : g.leads().get(0).id();
        instead.computeIfAbsent(kind, k -> new TreeMap<>()).merge(other, 1, Integer::sum);
      }
    }
    report.say(head).head("kind", "cases", "first", "named instead");
    kinds.forEach(
        (k, n) -> report.row(k, n[0], n[1], instead.getOrDefault(k, Map.of()).toString()));
    report.end();
  }

  /** Cases whose component is not among the first leads, with what is there. */
  private static void beyond(Report report, List<Graded> one) {
    List<Graded> lost = one.stream().filter(g -> !g.within(g.unit().truth().get(0), TOP)).toList();
    if (lost.isEmpty()) {
      return;
    }
    report.say("Not among the first three:").head("seed", "defect", "size", "leads", "faults");
    for (Graded g : lost) {
      report.row(
          g.unit().scenario().seed(),
          g.unit().present().get(0).kind() + " " + g.unit().truth().get(0),
          g.unit().present().get(0).size(),
          g.leads().stream()
              .limit(TOP)
              .map(l -> l.id() + " " + l.bearing())
              .collect(Collectors.joining(", ")),
          g.found().reading().faults().stream()
              .map(f -> f.spn() + "/" + f.fmi() + (f.active() ? "!" : ""))
              .collect(Collectors.joining(" ")));
    }
    report.end();
  }

  /** Milliseconds to rank {@link #MANY} faults at once, after as many runs that are not counted. */
  private static double[] ranking(List<Graded> units) {
    List<KnownFault> many = new ArrayList<>();
    for (int i = 0; many.size() < MANY; i++) {
      many.addAll(units.get(i % units.size()).found().reading().faults());
    }
    List<KnownFault> faults = many.subList(0, MANY);
    Pack pack = units.get(0).found().pack();
    double[] millis = new double[RUNS];
    for (int i = -RUNS; i < RUNS; i++) {
      long start = System.nanoTime();
      Leads.find(faults, Set.of("retarder"), pack, OptionalDouble.of(10_000), List.of());
      if (i >= 0) {
        millis[i] = (System.nanoTime() - start) / 1e6;
      }
    }
    return millis;
  }

  private static void pairs(Report report, List<Graded> two) {
    report
        .say("Two defects of which one is not among the first three:")
        .head("at fault", "the first three leads");
    for (Graded g : two) {
      if (!g.unit().truth().stream().allMatch(t -> g.within(t, TOP))) {
        report.row(
            String.join(", ", g.unit().truth()),
            String.join(", ", g.leads().stream().limit(TOP).map(Lead::id).toList()));
      }
    }
    report.end();
  }
}
