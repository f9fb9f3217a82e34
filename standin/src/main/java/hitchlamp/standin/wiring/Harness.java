package hitchlamp.standin.wiring;

import hitchlamp.standin.model.Condition;
import hitchlamp.standin.model.Sensor;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The wires of a unit with what is wrong with them and what a person has unplugged or bridged. A
 * meter is put on two of its points. The same condition drives {@link Sensor}, so that meter and
 * module see one truth.
 */
public final class Harness {
  private static final String MINUS = "battery/minus";
  private static final String PLUS = "battery/plus";
  private static final double SUPPLY_VOLTS = 5;
  private static final double SUPPLY_OHMS = 4;
  private static final double PULL_UP = 2_200;
  private static final double PULL_DOWN = 100_000;
  private static final double SENSOR_OUT = 1_000;

  /** Supply to return inside one pressure sensor. */
  private static final double SENSOR_OHMS = 720;

  private static final double WIRE = 0.05;
  private static final double THICK_WIRE = 0.01;
  private static final double OPEN = 1e9;
  private static final double METER = 10e6;

  /** A module takes about 2 A at 24 V. */
  private static final double MODULE_OHMS = 12;

  private static final double TERMINATOR = 120;
  private static final double BUS_VOLTS = 2.5;
  private static final double BUS_BIAS = 2_000;

  /** More than this a meter shows as no end. */
  private static final double SHOWN_OHMS = 40e6;

  private static final double TEST_AMPS = 1e-6;

  private final List<SensorRun> runs;
  private final List<Feed> feeds;
  private final Condition condition;

  /**
   * What a meter shows.
   *
   * @param value volts or ohms; 0 where there is no end
   * @param noEnd true for ohms beyond its range: an open circuit
   */
  public record Reading(double value, boolean noEnd) {}

  public Harness(List<SensorRun> runs, List<Feed> feeds, Condition condition) {
    this.runs = List.copyOf(runs);
    this.feeds = List.copyOf(feeds);
    this.condition = condition;
  }

  public List<SensorRun> runs() {
    return runs;
  }

  /** All points that a meter can be put on. */
  public List<String> points() {
    return network(0, false).points().stream().filter(p -> !p.startsWith("~")).sorted().toList();
  }

  /** Plugs that can be pulled. */
  public Set<String> plugs() {
    Set<String> plugs = new LinkedHashSet<>();
    runs.forEach(r -> plugs.add(r.plug()));
    feeds.forEach(f -> plugs.add(f.plug()));
    return plugs;
  }

  /** What hands do to a plug. */
  public enum Hand {
    /** In, and left alone. */
    IN,
    OFF,
    /**
     * Off and bridged on the harness side: supply to signal of a pressure sensor, signal to return
     * of a thermistor.
     */
    BRIDGED,
    /** In, and moved about with its wires. */
    WIGGLED
  }

  /**
   * Does something to a plug.
   *
   * @throws IllegalArgumentException where there is no such plug, or it cannot be bridged
   */
  public void hands(String plug, Hand hand) {
    if (!plugs().contains(plug)) {
      throw new IllegalArgumentException("there is no plug '" + plug + "' within reach");
    }
    boolean bridged = hand == Hand.BRIDGED;
    boolean off = hand == Hand.OFF || bridged;
    for (SensorRun r : runs) {
      if (r.plug().equals(plug)) {
        set(condition.unplugged, r.sensor().spn(), off);
        set(condition.bridged, r.sensor().spn(), bridged);
        set(condition.wiggled, r.sensor().spn(), hand == Hand.WIGGLED);
      }
    }
    for (Feed f : feeds) {
      if (f.plug().equals(plug)) {
        if (bridged) {
          throw new IllegalArgumentException("the plug of a module is not bridged");
        }
        set(condition.unpluggedModules, f.module(), off);
      }
    }
  }

  private static <T> void set(Set<T> all, T one, boolean in) {
    if (in) {
      all.add(one);
    } else {
      all.remove(one);
    }
  }

  /** What hands have done to plugs; those that are left alone are left out. */
  public Map<String, Hand> handled() {
    Map<String, Hand> by = new LinkedHashMap<>();
    for (SensorRun r : runs) {
      int spn = r.sensor().spn();
      if (condition.unplugged.contains(spn)) {
        by.put(r.plug(), condition.bridged.contains(spn) ? Hand.BRIDGED : Hand.OFF);
      } else if (condition.wiggled.contains(spn)) {
        by.put(r.plug(), Hand.WIGGLED);
      }
    }
    for (Feed f : feeds) {
      if (condition.unpluggedModules.contains(f.module())) {
        by.put(f.plug(), Hand.OFF);
      }
    }
    return by;
  }

  /**
   * Volts from the black lead to the red one.
   *
   * @throws IllegalArgumentException where there is no such point
   */
  public Reading volts(String red, String black, double battery, boolean keyOn) {
    Network n = network(battery, keyOn);
    lead(n, red);
    lead(n, black);
    n.resistor(red, black, METER);
    Map<String, Double> at = n.solve();
    return new Reading(at.get(red) - at.get(black), false);
  }

  /**
   * Ohms between two points; the key must be off.
   *
   * @throws IllegalArgumentException where there is no such point
   */
  public Reading ohms(String red, String black) {
    Network n = network(0, false);
    lead(n, red);
    lead(n, black);
    n.current(black, red, TEST_AMPS);
    Map<String, Double> at = n.solve();
    double ohms = (at.get(red) - at.get(black)) / TEST_AMPS;
    return ohms > SHOWN_OHMS ? new Reading(0, true) : new Reading(ohms, false);
  }

  private static void lead(Network n, String point) {
    if (!n.has(point)) {
      throw new IllegalArgumentException("there is no point '" + point + "' within reach");
    }
  }

  private Network network(double battery, boolean keyOn) {
    Network n = new Network(MINUS);
    if (battery > 0) {
      n.source(MINUS, PLUS, battery, THICK_WIRE);
    } else {
      n.resistor(MINUS, PLUS, OPEN);
    }
    n.resistor("G1", MINUS, THICK_WIRE);
    n.resistor("G2", MINUS, THICK_WIRE);
    n.resistor(PLUS, "F1/1", THICK_WIRE);
    n.resistor("F1/1", "F1/2", THICK_WIRE);
    n.resistor("F1/2", "X1/1", THICK_WIRE);
    n.resistor("X1/3", "G1", THICK_WIRE);
    bus(n, keyOn);
    feeds.forEach(f -> feed(n, f, battery));
    Set<String> done = new LinkedHashSet<>();
    runs.forEach(r -> run(n, r, keyOn, done));
    return n;
  }

  private void bus(Network n, boolean keyOn) {
    List<String> splices = new ArrayList<>(List.of("S10"));
    feeds.forEach(f -> splices.add(f.splice()));
    for (String wire : List.of("high", "low")) {
      for (int i = 1; i < splices.size(); i++) {
        n.resistor(splices.get(i - 1) + "/" + wire, splices.get(i) + "/" + wire, WIRE);
      }
      if (keyOn) {
        n.source(MINUS, splices.get(0) + "/" + wire, BUS_VOLTS, BUS_BIAS);
      }
    }
    for (String end : List.of(splices.get(0), splices.get(splices.size() - 1))) {
      n.resistor(end + "/high", end + "/low", TERMINATOR);
    }
    n.resistor("X1/47", "S10/high", WIRE);
    n.resistor("X1/48", "S10/low", WIRE);
  }

  private void feed(Network n, Feed f, double battery) {
    String in = f.fuse() + "/1";
    String out = f.fuse() + "/2";
    double drop = Math.min(condition.supplyDropVolts.getOrDefault(f.module(), 0.0), 0.9 * 24);
    // The volts that are lost at what the module takes: a corroded holder.
    double holder = THICK_WIRE + (battery > drop ? MODULE_OHMS * drop / (battery - drop) : 0);
    n.resistor(PLUS, in, THICK_WIRE);
    n.resistor(in, out, condition.noFuse.contains(f.module()) ? OPEN : holder);
    n.resistor(out, f.plug() + "/1", WIRE);
    n.resistor(f.plug() + "/4", "G2", WIRE);
    double stub = condition.offBus.contains(f.module()) ? OPEN : WIRE;
    n.resistor(f.plug() + "/5", f.splice() + "/high", stub);
    n.resistor(f.plug() + "/6", f.splice() + "/low", WIRE);
    if (!condition.unpluggedModules.contains(f.module())) {
      n.resistor(f.plug() + "/1", f.plug() + "/4", MODULE_OHMS);
    }
  }

  private void run(Network n, SensorRun r, boolean keyOn, Set<String> done) {
    Sensor s = r.sensor();
    int spn = s.spn();
    String ground = moduleGround(r);
    back(n, r, ground, done);
    double wire = WIRE + condition.wireOhms.getOrDefault(spn, 0.0);
    if (s.open(condition)) {
      wire = OPEN;
    }
    n.resistor(r.signalPoint(), r.signal(), wire);
    Double leak = condition.shortOhms.get(spn);
    if (leak != null) {
      n.resistor(r.signal(), MINUS, Math.max(WIRE, leak));
    }
    boolean in = !condition.unplugged.contains(spn);
    if (r.thermistor()) {
      feedBehind(n, ground, r.signal(), keyOn, PULL_UP);
      if (in) {
        n.resistor(r.signalPoint(), r.returnPoint(), s.thermistorOhms());
      }
    } else {
      n.resistor(r.signal(), ground, PULL_DOWN);
      supply(n, r, ground, keyOn, done);
      if (in) {
        n.resistor(r.point(1), r.returnPoint(), SENSOR_OHMS);
        if (keyOn) {
          n.follower(r.signalPoint(), r.returnPoint(), r.point(1), s.share(), SENSOR_OUT);
        }
      }
    }
    if (condition.bridged.contains(spn)) {
      n.resistor(r.signalPoint(), r.thermistor() ? r.returnPoint() : r.point(1), WIRE);
    }
  }

  /** The ground inside the module that reads a sensor. */
  private static String moduleGround(SensorRun r) {
    return "~ground of " + r.signal().substring(0, r.signal().indexOf('/'));
  }

  private void back(Network n, SensorRun r, String ground, Set<String> done) {
    if (done.add(ground)) {
      n.resistor(ground, MINUS, THICK_WIRE);
    }
    String splice = r.backSplice().isEmpty() ? r.returnPoint() : r.backSplice();
    if (!r.backSplice().isEmpty()) {
      n.resistor(r.returnPoint(), splice, WIRE);
    }
    if (done.add(r.back())) {
      double bad = condition.groundOhms.getOrDefault(r.sensor().groundNumber(), 0.0);
      n.resistor(splice, r.back(), WIRE + (r.backSplice().isEmpty() ? 0 : bad));
      n.resistor(r.back(), ground, THICK_WIRE);
    }
  }

  private void supply(Network n, SensorRun r, String ground, boolean keyOn, Set<String> done) {
    n.resistor(r.supplySplice(), r.point(1), WIRE);
    if (!done.add(r.supply())) {
      return;
    }
    feedBehind(n, ground, r.supply(), keyOn, SUPPLY_OHMS);
    n.resistor(r.supply(), r.supplySplice(), WIRE);
    int line = r.sensor().line();
    Double load = condition.supplyLoadOhms.get(line);
    Integer by = condition.supplyLoadBy.get(line);
    if (load != null && (by == null || !condition.unplugged.contains(by))) {
      n.resistor(r.supplySplice(), MINUS, Math.max(WIRE, load));
    }
  }

  /** Five volts of the module behind ohms; with the key off a path to its ground. */
  private static void feedBehind(
      Network n, String ground, String point, boolean keyOn, double ohms) {
    if (keyOn) {
      n.source(ground, point, SUPPLY_VOLTS, ohms);
    } else {
      n.resistor(ground, point, ohms + PULL_DOWN);
    }
  }
}
