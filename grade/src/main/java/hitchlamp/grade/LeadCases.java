package hitchlamp.grade;

import hitchlamp.core.fault.Leads;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.scenario.Defect.Kind;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * Units with known defects for grading where to start, drawn from a seed. The component that each
 * defect stands for is written here, before anything is ranked.
 */
final class LeadCases {
  /** Hours lived before the visit: longer than faults are remembered. */
  private static final double LIVED_HOURS = 360;

  private static final Set<Kind> SHOVEL_ONLY =
      EnumSet.of(
          Kind.HYDRAULIC_FILTER_BLOCKED,
          Kind.HYDRAULIC_PUMP_WORN,
          Kind.HYDRAULIC_COOLER_BLOCKED,
          Kind.TRANSMISSION_PUMP_WORN,
          Kind.CLUTCH_SLIP);

  /**
   * A dead lamp is found by the lamp check, by eye; no read of faults can show it. Neither trucks
   * nor shovels have a propeller. What cleans the exhaust and what makes a cylinder leak is found
   * by its tests, as is what turns it over and what only slows an injector: no module has a monitor
   * for it.
   */
  static final Set<Kind> NOT_DRAWN =
      EnumSet.of(
          Kind.LAMP_DEAD,
          Kind.PROPELLER_HEAVY,
          Kind.FILTER_CRACKED,
          Kind.FILTER_HOSE_INLET_OFF,
          Kind.FILTER_HOSE_OUTLET_OFF,
          Kind.FILTER_HOSES_SWAPPED,
          Kind.FILTER_ASH,
          Kind.CATALYST_AGED,
          Kind.DOSER_FOULED,
          Kind.DOSER_SHUT,
          Kind.FILTER_BARE,
          Kind.FLUID_PUMP_WORN,
          Kind.FLUID_LINE_BLOCKED,
          Kind.FLUID_LEAK,
          Kind.FLUID_VALVE_STUCK,
          Kind.FLUID_PUMP_SEAL,
          Kind.FLUID_INJECTOR_DRIPS,
          Kind.FLUID_INLET_BLOCKED,
          Kind.FLUID_AIR,
          Kind.FLUID_INJECTOR_FOULED,
          Kind.FLUID_INJECTOR_CRYSTALS,
          Kind.FLUID_DILUTED,
          Kind.FLUID_HEATER_DEAD,
          Kind.SCR_AGED,
          Kind.EXHAUST_LEAK,
          Kind.GAS_SENSOR_COLD,
          Kind.GAS_SENSOR_STUCK,
          Kind.RINGS_WORN,
          Kind.VALVE_OPEN,
          Kind.TURBO_SEAL,
          Kind.BATTERY_FLAT,
          Kind.STARTER_CABLE,
          Kind.STARTER_WEAK,
          Kind.COIL_RESISTANCE,
          Kind.COIL_SLOW,
          Kind.COIL_TURNS_SHORTED,
          Kind.INJECTOR_STUCK,
          Kind.INJECTOR_STICKS,
          Kind.EGR_COOLER_FOULED,
          Kind.FLAP_STUCK,
          Kind.ACTUATOR_SLOW,
          Kind.ACTUATOR_PLAY,
          Kind.ACTUATOR_STICKS,
          Kind.ACTUATOR_HOLDS,
          Kind.ACTUATOR_AIR_LOW,
          Kind.RAIL_LEAK,
          Kind.INJECTOR_RETURN,
          Kind.RAIL_RELIEF_EARLY);

  private static final Map<Integer, String> SENSORS =
      Map.ofEntries(
          Map.entry(100, "oil-pressure-sensor"),
          Map.entry(94, "fuel-delivery-pressure-sensor"),
          Map.entry(95, "fuel-filter-pressure-sensor"),
          Map.entry(101, "crankcase-pressure-sensor"),
          Map.entry(102, "intake-pressure-sensor"),
          Map.entry(1209, "exhaust-pressure-sensor"),
          Map.entry(3251, "filter-pressure-sensor"),
          Map.entry(110, "coolant-temperature-sensor"),
          Map.entry(105, "intake-temperature-sensor"),
          Map.entry(175, "oil-temperature-sensor"),
          Map.entry(412, "egr-temperature-sensor"),
          Map.entry(171, "ambient-temperature-sensor"),
          Map.entry(108, "barometric-pressure-sensor"),
          Map.entry(1762, "pump-pressure-sensor"),
          Map.entry(1638, "hydraulic-temperature-sensor"));

  private static final List<Integer> ENGINE_SENSORS =
      List.of(100, 94, 95, 101, 102, 1209, 3251, 110, 105, 175, 412);
  private static final List<Integer> HYDRAULIC_SENSORS = List.of(1762, 1638);
  private static final List<Integer> THERMOMETERS = List.of(110, 105, 175);

  /**
   * One unit.
   *
   * @param truth components at fault now, none for a healthy one
   */
  record Case(Scenario scenario, List<Defect> present, List<String> truth) {}

  private static final List<String> UNITS =
      List.of(
          "road-truck", "road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor");

  /** Every module of every kind of unit can be silent. */
  private static final Map<String, List<String>> MODULES =
      Map.of(
          "road-truck",
          List.of(
              "engine",
              "transmission",
              "brakes",
              "retarder",
              "steering",
              "instruments",
              "climate",
              "body",
              "suspension",
              "aftertreatment",
              "recorder"),
          "loading-shovel",
          List.of("engine", "transmission", "hydraulics", "body", "instruments"),
          "generating-set",
          List.of("engine", "generator", "instruments"),
          "yard-tractor",
          List.of("engine", "transmission", "brakes", "instruments", "body"),
          "ferry",
          List.of(
              "engine-port",
              "engine-starboard",
              "gear-port",
              "gear-starboard",
              "bridge",
              "instruments"));

  private LeadCases() {}

  /** The component that a defect of a unit stands for; on a ferry its port engine's. */
  static String truth(Defect d, Scenario.Kind unit) {
    if (d.kind().about() == Defect.About.MODULE) {
      return module(d, unit);
    }
    String part = d.kind() == Kind.DRIVER_WEAK ? truth(d) + bank(d.line(), unit) : truth(d);
    return unit == Scenario.Kind.FERRY ? part + "-engine-port" : part;
  }

  private static String module(Defect d, Scenario.Kind unit) {
    String prefix = d.kind() == Kind.SUPPLY_DROP ? "supply-of-" : "module-";
    boolean sided = unit == Scenario.Kind.FERRY && d.module().contains("-");
    String like = sided ? d.module().substring(0, d.module().indexOf('-')) + "-" : "";
    // Of these the packs say no more than that they are expected.
    return UNTOLD.contains(unit + " " + d.module())
        ? Leads.MODULE + d.module()
        : prefix + like + d.module();
  }

  private static int bank(int cylinder, Scenario.Kind unit) {
    int cylinders =
        switch (unit) {
          case GENERATING_SET -> 8;
          case YARD_TRACTOR -> 4;
          default -> 6;
        };
    return 2 * cylinder > cylinders ? 2 : 1;
  }

  private static final Set<String> UNTOLD =
      Set.of("ROAD_TRUCK climate", "ROAD_TRUCK recorder", "FERRY instruments");

  private static String truth(Defect d) {
    return switch (d.kind()) {
      case WIRE_RESISTANCE, WIRE_SHORT, LOOSE_CONNECTOR, SENSOR_DRIFT -> SENSORS.get(d.spn());
      case SUPPLY_LOAD -> d.line() == 3 ? "hydraulics-supply-1" : "sensor-supply-" + d.line();
      case GROUND_RESISTANCE -> "sensor-ground-" + d.line();
      case MODULE_UNPOWERED, BUS_STUB_CUT -> "module-" + d.module();
      case SUPPLY_DROP -> "supply-of-" + d.module();
      case LAMP_DEAD -> "lamp-" + d.lamp();
      case COOLANT_LOSS -> "cooling-system-leak";
      case THERMOSTAT_OPEN -> "thermostat";
      case RADIATOR_BLOCKED -> "radiator";
      case BEARING_WEAR -> "oil-circuit";
      case CHARGE_LEAK -> "charge-air-pipes";
      case CHARGE_COOLER_BLOCKED -> "charge-air-cooler";
      case TURBO_WORN -> "turbocharger";
      case VANES_STUCK -> "turbo-actuator";
      case EGR_STUCK -> "egr-valve";
      case EGR_COOLER_BLOCKED -> "egr-cooler";
      case THROTTLE_STUCK -> "intake-throttle";
      case FUEL_FILTER_BLOCKED -> "fuel-filter";
      case FUEL_PUMP_WEAK -> "fuel-supply-pump";
      case RAIL_PUMP_WEAK -> "high-pressure-pump";
      case BREATHER_BLOCKED -> "breather";
      case FILTER_BLOCKED -> "particulate-filter";
      case ALTERNATOR_WEAK -> "alternator";
      case BATTERY_WEAK -> "battery";
      case HYDRAULIC_FILTER_BLOCKED -> "hydraulic-filter";
      case HYDRAULIC_PUMP_WORN -> "hydraulic-pump";
      case HYDRAULIC_COOLER_BLOCKED -> "hydraulic-cooler";
      case TRANSMISSION_PUMP_WORN -> "transmission-oil-supply";
      case CLUTCH_SLIP -> "clutch-pack";
      case INJECTOR_WEAK -> "injector-" + d.line();
      case COIL_OPEN, COIL_TO_GROUND, COIL_TO_SUPPLY -> "injector-circuit-" + d.line();
      case DRIVER_WEAK -> "injector-driver-";
      case PROPELLER_HEAVY -> "propeller";
      case FILTER_ASH -> "particulate-filter";
      case FILTER_CRACKED,
          FILTER_HOSE_INLET_OFF,
          FILTER_HOSE_OUTLET_OFF,
          FILTER_HOSES_SWAPPED,
          CATALYST_AGED,
          DOSER_FOULED,
          DOSER_SHUT,
          FILTER_BARE,
          FLUID_PUMP_WORN,
          FLUID_LINE_BLOCKED,
          FLUID_LEAK,
          FLUID_VALVE_STUCK,
          FLUID_PUMP_SEAL,
          FLUID_INJECTOR_DRIPS,
          FLUID_INLET_BLOCKED,
          FLUID_AIR,
          FLUID_INJECTOR_FOULED,
          FLUID_INJECTOR_CRYSTALS,
          FLUID_DILUTED,
          FLUID_HEATER_DEAD,
          SCR_AGED,
          EXHAUST_LEAK,
          GAS_SENSOR_COLD,
          GAS_SENSOR_STUCK,
          RINGS_WORN,
          VALVE_OPEN,
          TURBO_SEAL,
          BATTERY_FLAT,
          STARTER_CABLE,
          STARTER_WEAK,
          COIL_RESISTANCE,
          COIL_SLOW,
          COIL_TURNS_SHORTED,
          INJECTOR_STUCK,
          INJECTOR_STICKS,
          EGR_COOLER_FOULED,
          FLAP_STUCK,
          ACTUATOR_SLOW,
          ACTUATOR_PLAY,
          ACTUATOR_STICKS,
          ACTUATOR_HOLDS,
          ACTUATOR_AIR_LOW,
          RAIL_LEAK,
          INJECTOR_RETURN,
          RAIL_RELIEF_EARLY ->
          throw new IllegalArgumentException(d.kind() + " stands for no component of the packs");
    };
  }

  /** A unit with so many defects now, and perhaps something cured long ago. */
  static Case draw(long seed, int defects) {
    return draw(seed, defects, false);
  }

  /** A unit with one sensor or ground that is off within its range. */
  static Case drawInRange(long seed) {
    return draw(seed, 1, true);
  }

  private static Case draw(long seed, int defects, boolean inRange) {
    // Split, so that cases of neighbouring seeds share nothing.
    SplittableRandom r = new SplittableRandom(seed + 5).split();
    String unit = UNITS.get(r.nextInt(UNITS.size()));
    Scenario.Kind kind = Scenario.Kind.valueOf(unit.toUpperCase(Locale.ROOT).replace('-', '_'));
    double now = Math.rint((2_000 + r.nextDouble() * 15_000) * 10) / 10;
    List<Defect> present = new ArrayList<>();
    List<String> truth = new ArrayList<>();
    while (present.size() < defects) {
      double from = now - (3 + r.nextDouble() * 60);
      Defect d = inRange ? inRange(r, from) : defect(r, unit, from, Double.POSITIVE_INFINITY);
      if (!truth.contains(truth(d, kind))) {
        present.add(d);
        truth.add(truth(d, kind));
      }
    }
    List<Defect> all = new ArrayList<>(present);
    if (defects == 0 || r.nextBoolean()) {
      double cured = now - (20 + r.nextDouble() * 260);
      Defect old = defect(r, unit, cured - 2 - r.nextDouble() * 30, cured);
      if (!truth.contains(truth(old, kind))) {
        all.add(old);
      }
    }
    String text =
        "scenario: case\ntitle: Case\nunit: "
            + unit
            + "\nseed: "
            + seed
            + "\nvin: SMW0TPR1400018204\nambient: {celsius: "
            + (-30 + r.nextInt(76))
            + "}\nstart: {engine: yes}\n";
    Scenario s =
        Scenario.read("case", text)
            .with(all, new Scenario.History(now - LIVED_HOURS, now, 20 * now));
    return new Case(s, present, truth);
  }

  /** A defect as a workshop would meet it, between two engine hours. */
  static Defect defect(SplittableRandom r, String unit, double from, double until) {
    boolean shovel = unit.equals("loading-shovel");
    while (true) {
      Kind kind = Kind.values()[r.nextInt(Kind.values().length)];
      if (NOT_DRAWN.contains(kind) || SHOVEL_ONLY.contains(kind) && !shovel) {
        continue;
      }
      List<Integer> sensors = ENGINE_SENSORS;
      if (shovel && r.nextInt(4) == 0 && kind != Kind.SENSOR_DRIFT) {
        sensors = HYDRAULIC_SENSORS;
      }
      if (kind == Kind.LOOSE_CONNECTOR) {
        sensors = ENGINE_SENSORS;
      }
      if (kind == Kind.SENSOR_DRIFT) {
        sensors = THERMOMETERS;
      }
      int spn = kind.about() == Defect.About.SENSOR ? sensors.get(r.nextInt(sensors.size())) : 0;
      int line = 0;
      if (kind == Kind.SUPPLY_LOAD) {
        line = 1 + r.nextInt(shovel ? 3 : 2);
      } else if (kind == Kind.GROUND_RESISTANCE) {
        line = 1 + r.nextInt(3);
      } else if (kind.about() == Defect.About.CYLINDER) {
        line = 1 + r.nextInt(4);
      }
      String module = module(kind, unit, r);
      double share = kind == Kind.WIRE_RESISTANCE && r.nextInt(3) == 0 ? 0.5 : 1;
      return new Defect(kind, size(kind, r), spn, line, module, "", from, until, share);
    }
  }

  /** By how much an in-range drift is off at most: a share of the span, or so many kelvin. */
  private static final Map<Integer, Double> SPANS =
      Map.of(100, 1_000.0, 94, 1_200.0, 95, 400.0, 101, 30.0, 102, 430.0, 1209, 530.0, 3251, 60.0);

  private static final List<Integer> DRIFTING =
      List.of(100, 94, 95, 101, 102, 1209, 3251, 110, 105, 175, 412, 171, 108);

  /**
   * A sensor or a ground that is off within its range, over all sizes, from too small to matter to
   * the edge of the range.
   */
  static Defect inRange(SplittableRandom r, double from) {
    Kind kind =
        List.of(Kind.SENSOR_DRIFT, Kind.WIRE_RESISTANCE, Kind.GROUND_RESISTANCE).get(r.nextInt(3));
    List<Integer> sensors = kind == Kind.SENSOR_DRIFT ? DRIFTING : ENGINE_SENSORS;
    int spn = kind == Kind.GROUND_RESISTANCE ? 0 : sensors.get(r.nextInt(sensors.size()));
    int line = kind == Kind.GROUND_RESISTANCE ? 1 + r.nextInt(3) : 0;
    boolean pressure = SPANS.containsKey(spn);
    double u = r.nextDouble();
    double size =
        switch (kind) {
          case SENSOR_DRIFT ->
              (r.nextBoolean() ? 1 : -1)
                  * (pressure ? SPANS.get(spn) * grown(0.005, 0.15, u) : grown(1, 25, u));
          case WIRE_RESISTANCE -> pressure ? grown(1_000, 60_000, u) : grown(30, 20_000, u);
          default -> line == 3 ? grown(30, 5_000, u) : grown(2, 150, u);
        };
    return new Defect(kind, size, spn, line, "", "", from, Double.POSITIVE_INFINITY, 1);
  }

  private static double grown(double least, double most, double u) {
    return least * Math.pow(most / least, u);
  }

  private static String module(Kind kind, String unit, SplittableRandom r) {
    List<String> candidates =
        switch (kind) {
          case MODULE_UNPOWERED, BUS_STUB_CUT -> MODULES.get(unit);
          case SUPPLY_DROP ->
              switch (unit) {
                case "loading-shovel" -> List.of("transmission", "hydraulics");
                case "ferry" -> List.of("gear-port", "gear-starboard");
                case "generating-set" -> List.of("generator");
                case "yard-tractor" -> List.of("transmission", "brakes");
                default -> List.of("transmission", "brakes", "aftertreatment");
              };
          default -> List.of("");
        };
    return candidates.get(r.nextInt(candidates.size()));
  }

  /** Sizes at which a workshop would meet it; the small end sets no fault in some units. */
  private static double size(Kind kind, SplittableRandom r) {
    double u = r.nextDouble();
    return switch (kind) {
      case WIRE_RESISTANCE -> 5e5 + u * 5e6;
      case WIRE_SHORT -> u * 20;
      case LOOSE_CONNECTOR, MODULE_UNPOWERED, BUS_STUB_CUT, LAMP_DEAD -> 0;
      case SENSOR_DRIFT -> (r.nextBoolean() ? 1 : -1) * (10 + u * 15);
      case SUPPLY_LOAD -> 0.05 + u * 0.2;
      case GROUND_RESISTANCE -> 9e4 + u * 2e5;
      case SUPPLY_DROP -> 9 + u * 4;
      case COOLANT_LOSS -> 0.25 + u * 0.3;
      case THERMOSTAT_OPEN -> 0.35 + u * 0.5;
      case RADIATOR_BLOCKED -> 0.6 + u * 0.3;
      case BEARING_WEAR -> 2.2 + u;
      case CHARGE_LEAK -> 160 + u * 300;
      case CHARGE_COOLER_BLOCKED -> 0.6 + u * 0.35;
      case TURBO_WORN -> 0.32 + u * 0.3;
      case VANES_STUCK -> 0.1 + u * 0.25;
      case EGR_STUCK -> r.nextBoolean() ? u * 0.05 : 0.5 + u * 0.4;
      case EGR_COOLER_BLOCKED -> 0.55 + u * 0.4;
      case THROTTLE_STUCK -> 0.45 + u * 0.4;
      case FUEL_FILTER_BLOCKED -> 8 + u * 10;
      case FUEL_PUMP_WEAK -> 0.33 + u * 0.3;
      case RAIL_PUMP_WEAK -> 0.15 + u * 0.3;
      case BREATHER_BLOCKED -> 0.6 + u * 0.3;
      case FILTER_BLOCKED -> 0.72 + u * 0.2;
      case ALTERNATOR_WEAK -> 0.8 + u * 0.15;
      case BATTERY_WEAK -> 2 + u * 3;
      case HYDRAULIC_FILTER_BLOCKED -> 5 + u * 8;
      case HYDRAULIC_PUMP_WORN -> 0.3 + u * 0.3;
      case HYDRAULIC_COOLER_BLOCKED -> 0.6 + u * 0.3;
      case TRANSMISSION_PUMP_WORN -> 0.45 + u * 0.3;
      case CLUTCH_SLIP -> 0.15 + u * 0.2;
      case INJECTOR_WEAK -> 0.35 + u * 0.4;
      case COIL_OPEN -> 0;
      case COIL_TO_GROUND -> 0.5 * Math.pow(20, u);
      case COIL_TO_SUPPLY -> 0.5 * Math.pow(10, u);
      case DRIVER_WEAK -> 0.75 + u * 0.15;
      case PROPELLER_HEAVY -> 1.12 + u * 0.2;
      default -> throw new IllegalArgumentException(kind + " is not drawn");
    };
  }
}
