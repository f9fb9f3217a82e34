package hitchlamp.standin.serve;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.aftertreatment.FluidTank;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Part;
import hitchlamp.standin.unit.Cab;
import hitchlamp.standin.unit.SimUnit;
import hitchlamp.standin.wiring.Harness;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** A unit in its place: its port, its clients, its pace. Only the pump's thread touches it. */
final class UnitHost {
  static final String BUS_250 = SimUnit.BUS_250;
  static final String BUS_500 = SimUnit.BUS_500;

  /** Time after a client's last frame in which the unit runs in real time. */
  private static final long REAL_TIME_MICROS = 5_000_000;

  private static final double MOST_CONSUMERS_A = 200;
  private static final double MOST_AUXILIARY_NM = 150;

  private final SimUnit unit;
  private final int port;
  private int adapterPort;
  private long disturbed;
  private final List<Client> clients = new ArrayList<>();
  private double wantedFactor;
  private double virtualMicros;
  private long lastNanos;
  private long lastSent = -REAL_TIME_MICROS;

  UnitHost(SimUnit unit, int port, double factor) {
    this.unit = unit;
    this.port = port;
    this.wantedFactor = factor;
    unit.bus().listen((stamped, sender) -> tell(stamped, sender, false));
    unit.backbone().ifPresent(b -> b.listen((stamped, sender) -> tell(stamped, sender, true)));
  }

  private void tell(StampedFrame stamped, Object sender, boolean ofBackbone) {
    for (Client c : clients) {
      if (c.onBackbone() == ofBackbone) {
        c.hear(stamped, sender);
      }
    }
  }

  /** Buses among which a tool searches for the right speed. */
  static List<String> buses() {
    return List.of(BUS_250, BUS_500);
  }

  /** The vessel's network; empty where there is none. */
  String backboneName() {
    return unit.backbone().isPresent() ? SimUnit.BACKBONE : "";
  }

  SimUnit unit() {
    return unit;
  }

  int port() {
    return port;
  }

  /** The port at which it can be reached as by a serial adapter; 0 where there is none. */
  int adapterPort() {
    return adapterPort;
  }

  void adapterAt(int there) {
    adapterPort = there;
  }

  /** A tool took part at a wrong rate: what the bus carried meanwhile was destroyed. */
  void disturb() {
    disturbed++;
  }

  /** How many frames of the bus were destroyed by a tool at a wrong rate. */
  long disturbed() {
    return disturbed;
  }

  /** Rate of its bus, bit/s. */
  int bitsPerSecond() {
    return unit.bus().bitsPerSecond();
  }

  String busName() {
    return unit.bus().bitsPerSecond() == 500_000 ? BUS_500 : BUS_250;
  }

  List<Client> clients() {
    return clients;
  }

  boolean accepts() {
    return unit.plugged();
  }

  void fromClient(Frame frame, Client client) {
    lastSent = unit.now();
    (client.onBackbone() ? unit.backbone().orElseThrow() : unit.bus()).send(frame, client);
  }

  /**
   * Virtual seconds per second just now: the wanted pace, but real time while anybody talks with
   * the unit.
   */
  double factor() {
    return wantedFactor == 1
            || unit.now() - lastSent < REAL_TIME_MICROS
            || unit.talking()
            || clients.stream().anyMatch(Client::wantsRealTime)
        ? 1
        : wantedFactor;
  }

  /** Runs on to the present. At most a second of real time is made up for at once. */
  void run(long nanos) {
    if (lastNanos == 0) {
      lastNanos = nanos;
    }
    virtualMicros =
        Math.max(virtualMicros, unit.now()) + Math.min(1e9, nanos - lastNanos) / 1000.0 * factor();
    lastNanos = nanos;
    unit.runUntil((long) virtualMicros);
  }

  /** Points of the harness that a meter can be put on, and plugs that can be pulled. */
  Map<String, Object> points() {
    return Map.of(
        "points",
        unit.harness().points(),
        "plugs",
        unit.harness().plugs(),
        "parts",
        Part.single(),
        "partsOfSeveral",
        Part.several());
  }

  /**
   * What a meter shows between two points.
   *
   * @throws IllegalArgumentException where it cannot be put there
   */
  Map<String, Object> meter(String red, String black, String quantity) {
    if (!quantity.equals("volts") && !quantity.equals("ohms")) {
      throw new IllegalArgumentException("a meter reads volts or ohms, not '" + quantity + "'");
    }
    Harness.Reading r = unit.meter(red, black, quantity.equals("ohms"));
    return Map.of("value", r.value(), "noEnd", r.noEnd());
  }

  /** What the cab shows now, not as it was when the unit was stepped last. */
  Cab cab() {
    run(System.nanoTime());
    return unit.cab(factor());
  }

  /**
   * Does what the person in the cab does.
   *
   * @throws IllegalArgumentException where there is no such action or value
   */
  void act(String action, String value) {
    switch (action) {
      case "key" -> unit.key(position(value));
      case "pedal" -> unit.pedal(number(value, 0, 1));
      case "plug" -> {
        unit.plug(Boolean.parseBoolean(value));
        if (!unit.plugged()) {
          clients.forEach(Client::close);
        }
      }
      case "gear", "brake", "engine-brake", "way", "grade", "load", "dig" ->
          unit.drive(action, value);
      case "in", "off", "bridged", "wiggled" ->
          unit.harness().hands(value, Harness.Hand.valueOf(action.toUpperCase(Locale.ROOT)));
      case "regenerate" -> unit.regenerate();
      case "consumers" -> unit.firstEngine().consumers(number(value, 0, MOST_CONSUMERS_A));
      case "auxiliary" -> unit.firstEngine().auxiliary(number(value, 0, MOST_AUXILIARY_NM));
      case "fluid" -> {
        double litres = number(value, 0, FluidTank.FULL);
        unit.eachEngine(e -> e.fillFluid(litres));
      }
      case "replace" -> {
        Part.New what = Part.read(value);
        unit.eachEngine(e -> e.putIn(what));
      }
      case "pace" -> wantedFactor = number(value, 1, 60);
      default -> throw new IllegalArgumentException("there is no action '" + action + "'");
    }
  }

  private static EngineState.Key position(String value) {
    try {
      return EngineState.Key.valueOf(value.toUpperCase(Locale.ROOT));
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException("the key can be off, on or crank, not '" + value + "'", e);
    }
  }

  private static double number(String value, double least, double most) {
    double number;
    try {
      number = Double.parseDouble(value);
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException("'" + value + "' is no number", e);
    }
    if (!(number >= least && number <= most)) {
      throw new IllegalArgumentException(value + " is outside " + least + " to " + most);
    }
    return number;
  }
}
