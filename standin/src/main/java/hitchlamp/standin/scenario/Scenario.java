package hitchlamp.standin.scenario;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.story.ToolEvent;
import hitchlamp.yaml.Entry;
import hitchlamp.yaml.YamlFile;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Everything that makes one simulated unit what it is.
 *
 * @param id short name
 * @param title as painted on it
 * @param unit kind of unit
 * @param seed of everything that scatters
 * @param vin vehicle identification number
 * @param ambientC air temperature, °C
 * @param ambientKpa air pressure, kPa
 * @param bus its bus
 * @param defects what is wrong, and when
 * @param history what it has lived through
 * @param trouble modules that misbehave on the bus
 * @param start key and engine when the simulation begins
 * @param visits when it was in the workshop before today
 */
public record Scenario(
    String id,
    String title,
    Kind unit,
    long seed,
    String vin,
    double ambientC,
    double ambientKpa,
    Bus bus,
    List<Defect> defects,
    History history,
    Trouble trouble,
    Start start,
    List<Visit> visits) {
  /** Kinds of units that can be simulated. */
  public enum Kind {
    ROAD_TRUCK,
    LOADING_SHOVEL,
    FERRY,
    GENERATING_SET,
    YARD_TRACTOR
  }

  /**
   * @param bitsPerSecond real rate of the bus
   * @param load share of bus time in use with background traffic
   * @param leastDelayMs shortest time a module takes to answer
   * @param mostDelayMs longest
   */
  public record Bus(int bitsPerSecond, double load, int leastDelayMs, int mostDelayMs) {}

  /**
   * @param from engine hours at which the lived part begins
   * @param hours engine hours now
   * @param kilometres distance at {@code from}
   * @param idle share of the working day that it stands idling
   * @param past what tools did in the lived part, by engine hour
   * @param others hours now of the engines after the first, in order
   * @param run engine hours from one cold start to the next
   */
  public record History(
      double from,
      double hours,
      double kilometres,
      double idle,
      List<Past> past,
      List<Double> others,
      double run) {
    /** A usual day. */
    public static final double USUAL_RUN = 8.5;

    /** A usual day's share of idling. */
    public static final double USUAL_IDLE = 0.2;

    /** A history in which no tool did anything. */
    public History(double from, double hours, double kilometres) {
      this(from, hours, kilometres, USUAL_IDLE, List.of());
    }

    /** A history of a unit with one engine. */
    public History(double from, double hours, double kilometres, double idle, List<Past> past) {
      this(from, hours, kilometres, idle, past, List.of(), USUAL_RUN);
    }

    /** Hours now of an engine, counted from 0; those of the first where nothing else is said. */
    public double hoursOf(int engine) {
      return engine == 0 || engine > others.size() ? hours : others.get(engine - 1);
    }
  }

  /**
   * What a tool did to the unit.
   *
   * @param at engine hour
   * @param tool what it called itself
   */
  public record Past(double at, ToolEvent what, String tool) {}

  /**
   * @param losePackets share of transport packets that modules lose
   * @param repeatPackets share that they send twice
   * @param garbage modules that answer nonsense
   * @param deaf modules that broadcast and answer nothing
   * @param twins modules that have a second one at their address
   * @param strangers modules that no such unit has
   * @param foreignVin modules that name another unit's VIN
   * @param keepsFaults modules that accept a clear and do not clear
   * @param pendsForEver modules that say "more time" to every fault service and never answer
   * @param oddSnapshots modules whose snapshots no pack can read
   * @param noTrail modules that do not note what tools do
   * @param noClearRecord modules that do not tell how long ago they were cleared
   * @param remembers made-up earlier faults that the modules with services keep, all together
   */
  public record Trouble(
      double losePackets,
      double repeatPackets,
      Set<String> garbage,
      Set<String> deaf,
      Set<String> twins,
      boolean strangers,
      Set<String> foreignVin,
      Set<String> keepsFaults,
      Set<String> pendsForEver,
      Set<String> oddSnapshots,
      Set<String> noTrail,
      Set<String> noClearRecord,
      int remembers) {
    /** Modules that all behave. */
    public static final Trouble NONE =
        new Trouble(
            0, 0, Set.of(), Set.of(), Set.of(), true, Set.of(), Set.of(), Set.of(), Set.of(),
            Set.of(), Set.of(), 0);
  }

  /**
   * @param engine true where the engine already runs
   */
  public record Start(boolean keyOn, boolean engine) {}

  /**
   * An earlier stay in the workshop.
   *
   * @param at engine hour of the first engine, within the lived part
   * @param daysAgo how long ago
   * @param complaint in the customer's words
   */
  public record Visit(double at, int daysAgo, String complaint) {}

  /** The unit as it was at an earlier visit: the same life, not yet lived so far. */
  public Scenario asAt(Visit v) {
    double back = history.hours() - v.at();
    History then =
        new History(
            history.from(),
            v.at(),
            history.kilometres(),
            history.idle(),
            history.past().stream().filter(p -> p.at() <= v.at()).toList(),
            history.others().stream().map(h -> h - back).toList(),
            history.run());
    return living(seed, defects, then, trouble, new Start(true, false), List.of());
  }

  /** The same unit with another seed, and so with other scatter, delays and noise. */
  public Scenario withSeed(long other) {
    return living(other, defects, history, trouble, start, visits);
  }

  /** The same unit with other defects and another history. */
  public Scenario with(List<Defect> others, History lived) {
    return living(seed, others, lived, trouble, start, visits);
  }

  /** The same unit with other trouble. */
  public Scenario with(Trouble other) {
    return living(seed, defects, history, other, start, visits);
  }

  /** The same unit after a night, key on, engine off. */
  public Scenario startingCold() {
    return living(seed, defects, history, trouble, new Start(true, false), visits);
  }

  /** The same unit in the same place, with what can differ from life to life. */
  private Scenario living(
      long other, List<Defect> ill, History lived, Trouble bad, Start as, List<Visit> seen) {
    return new Scenario(
        id, title, unit, other, vin, ambientC, ambientKpa, bus, ill, lived, bad, as, seen);
  }

  /** Reads a scenario file; whatever is wrong is told with file, line and reason. */
  public static Scenario read(Path file) {
    return read(YamlFile.read(file));
  }

  /** Reads a scenario from text. */
  public static Scenario read(String file, String text) {
    return read(YamlFile.read(file, text));
  }

  private static Scenario read(Entry root) {
    root.allow(
        "scenario",
        "title",
        "unit",
        "seed",
        "vin",
        "ambient",
        "bus",
        "defects",
        "history",
        "trouble",
        "start",
        "visits");
    Entry vin = root.need("vin");
    if (!vin.text().matches("[A-HJ-NPR-Z0-9]{17}")) {
      throw vin.fault("a VIN has 17 characters, no I, O or Q (ISO 3779)");
    }
    Optional<Entry> ambient = root.find("ambient").map(e -> e.allow("celsius", "kpa"));
    Optional<Entry> history =
        root.find("history")
            .map(e -> e.allow("from", "hours", "kilometres", "idle", "past", "others", "run"));
    double hours = history.map(h -> h.number("hours", 0, 200_000)).orElse(100.0);
    return new Scenario(
        root.text("scenario"),
        root.text("title"),
        root.need("unit").oneOf(Kind.class),
        root.whole("seed", 0, Long.MAX_VALUE),
        vin.text(),
        ambient.map(a -> a.number("celsius", -45, 55, 18)).orElse(18.0),
        ambient.map(a -> a.number("kpa", 60, 110, 100.5)).orElse(100.5),
        bus(root.find("bus")),
        root.itemsOf("defects").stream().map(Scenario::defect).toList(),
        new History(
            history.map(h -> h.number("from", 0, hours, hours)).orElse(hours),
            hours,
            history.map(h -> h.number("kilometres", 0, 10_000_000, 0)).orElse(0.0),
            history
                .map(h -> h.number("idle", 0, 0.9, History.USUAL_IDLE))
                .orElse(History.USUAL_IDLE),
            history.map(h -> past(h, hours)).orElse(List.of()),
            history
                .map(h -> h.itemsOf("others").stream().map(o -> o.number(0, 200_000)).toList())
                .orElse(List.of()),
            history
                .map(h -> h.number("run", 0.2, 24, History.USUAL_RUN))
                .orElse(History.USUAL_RUN)),
        trouble(root.find("trouble")),
        new Start(
            root.find("start")
                .map(s -> s.allow("key-on", "engine").yes("key-on", true))
                .orElse(true),
            root.find("start").map(s -> s.yes("engine", false)).orElse(false)),
        root.itemsOf("visits").stream()
            .map(
                v -> {
                  v.allow("at", "days-ago", "complaint");
                  double from = history.map(h -> h.number("from", 0, hours, hours)).orElse(hours);
                  return new Visit(
                      v.number("at", from, hours),
                      (int) v.whole("days-ago", 1, 3_650),
                      v.text("complaint"));
                })
            .sorted(Comparator.comparingDouble(Visit::at))
            .toList());
  }

  private static List<Past> past(Entry history, double hours) {
    return history.itemsOf("past").stream()
        .map(
            e -> {
              e.allow("at", "what", "tool");
              return new Past(
                  e.number("at", 0, hours),
                  e.need("what").oneOf(ToolEvent.class),
                  e.text("tool", ""));
            })
        .sorted(Comparator.comparingDouble(Past::at))
        .toList();
  }

  private static Bus bus(Optional<Entry> entry) {
    if (entry.isEmpty()) {
      return new Bus(250_000, 0.4, 10, 200);
    }
    Entry e = entry.get().allow("rate", "load", "delay");
    List<Entry> delay = e.itemsOf("delay");
    if (!delay.isEmpty() && delay.size() != 2) {
      throw e.need("delay").fault("expected [shortest, longest] in milliseconds");
    }
    int least = delay.isEmpty() ? 10 : (int) delay.get(0).whole(0, 1_000);
    int most = delay.isEmpty() ? 200 : (int) delay.get(1).whole(least, 2_000);
    return new Bus(
        (int) e.whole("rate", 10_000, 1_000_000, 250_000),
        e.number("load", 0, 1.2, 0.4),
        least,
        most);
  }

  private static Defect defect(Entry e) {
    e.allow(
        "kind",
        "size",
        "spn",
        "line",
        "cylinder",
        "module",
        "lamp",
        "from",
        "until",
        "share",
        "side");
    Defect.Kind kind = e.need("kind").oneOf(Defect.Kind.class);
    Defect.About about = kind.about();
    double from = e.number("from", 0, 1e6, 0);
    return new Defect(
        kind,
        kind.most() == 0
            ? 0
            : e.number("size", kind == Defect.Kind.SENSOR_DRIFT ? -kind.most() : 0, kind.most()),
        spn(e, kind),
        about == Defect.About.LINE
            ? (int) e.whole("line", 1, 3)
            : about == Defect.About.CYLINDER
                ? (int) e.whole("cylinder", 1, EngineState.MOST_CYLINDERS)
                : 0,
        about == Defect.About.MODULE ? e.text("module") : "",
        about == Defect.About.LAMP ? e.text("lamp") : "",
        from,
        e.number("until", from, 1e6, Double.POSITIVE_INFINITY),
        e.number("share", 0, 1, 1),
        e.text("side", ""));
  }

  /** A sensor's SPN; with a supply that is pulled down it may name the sensor that does it. */
  private static int spn(Entry e, Defect.Kind kind) {
    if (kind == Defect.Kind.SUPPLY_LOAD) {
      return (int) e.whole("spn", 1, 524_287, 0);
    }
    boolean named =
        switch (kind.about()) {
          case SENSOR, GAS_SENSOR, ACTUATOR -> true;
          default -> false;
        };
    return named ? (int) e.whole("spn", 1, 524_287) : 0;
  }

  private static Trouble trouble(Optional<Entry> entry) {
    if (entry.isEmpty()) {
      return Trouble.NONE;
    }
    Entry e =
        entry
            .get()
            .allow(
                "lose-packets",
                "repeat-packets",
                "garbage",
                "deaf",
                "twins",
                "strangers",
                "foreign-vin",
                "keeps-faults",
                "pends-for-ever",
                "odd-snapshots",
                "no-trail",
                "no-clear-record",
                "remembers");
    return new Trouble(
        e.number("lose-packets", 0, 0.9, 0),
        e.number("repeat-packets", 0, 0.9, 0),
        names(e, "garbage"),
        names(e, "deaf"),
        names(e, "twins"),
        e.yes("strangers", true),
        names(e, "foreign-vin"),
        names(e, "keeps-faults"),
        names(e, "pends-for-ever"),
        names(e, "odd-snapshots"),
        names(e, "no-trail"),
        names(e, "no-clear-record"),
        (int) e.whole("remembers", 0, 1_000, 0));
  }

  private static Set<String> names(Entry e, String list) {
    return Set.copyOf(e.itemsOf(list).stream().map(Entry::text).toList());
  }
}
