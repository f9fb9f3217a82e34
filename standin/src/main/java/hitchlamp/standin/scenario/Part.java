package hitchlamp.standin.scenario;

import hitchlamp.standin.scenario.Defect.Kind;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a mechanic can put in new, and what that mends. Each defect belongs to one part; putting in
 * a new one of a sound part mends nothing, and nobody is told whether it did.
 */
public enum Part {
  SENSOR(Of.SPN, Kind.SENSOR_DRIFT, Kind.GAS_SENSOR_COLD, Kind.GAS_SENSOR_STUCK),
  SENSOR_WIRES(Of.SPN, Kind.WIRE_RESISTANCE, Kind.WIRE_SHORT, Kind.LOOSE_CONNECTOR),
  SENSOR_SUPPLY(Of.LINE, Kind.SUPPLY_LOAD),
  SENSOR_GROUND(Of.LINE, Kind.GROUND_RESISTANCE),
  MODULE(Of.MODULE, Kind.MODULE_UNPOWERED),
  BUS_STUB(Of.MODULE, Kind.BUS_STUB_CUT),
  MODULE_SUPPLY(Of.MODULE, Kind.SUPPLY_DROP),
  LAMP(Of.LAMP, Kind.LAMP_DEAD),
  COOLANT(Of.UNIT, Kind.COOLANT_LOSS),
  THERMOSTAT(Of.UNIT, Kind.THERMOSTAT_OPEN),
  RADIATOR(Of.UNIT, Kind.RADIATOR_BLOCKED),
  BEARINGS(Of.UNIT, Kind.BEARING_WEAR),
  CHARGE_PIPES(Of.UNIT, Kind.CHARGE_LEAK),
  CHARGE_COOLER(Of.UNIT, Kind.CHARGE_COOLER_BLOCKED),
  TURBOCHARGER(Of.UNIT, Kind.TURBO_WORN, Kind.TURBO_SEAL, Kind.VANES_STUCK),
  ACTUATOR(
      Of.SPN, Kind.ACTUATOR_SLOW, Kind.ACTUATOR_PLAY, Kind.ACTUATOR_STICKS, Kind.ACTUATOR_HOLDS),
  ACTUATOR_AIR(Of.UNIT, Kind.ACTUATOR_AIR_LOW),
  BACK_PRESSURE_VALVE(Of.UNIT, Kind.FLAP_STUCK),
  RECIRCULATION_VALVE(Of.UNIT, Kind.EGR_STUCK),
  RECIRCULATION_COOLER(Of.UNIT, Kind.EGR_COOLER_BLOCKED, Kind.EGR_COOLER_FOULED),
  THROTTLE(Of.UNIT, Kind.THROTTLE_STUCK),
  FUEL_FILTER(Of.UNIT, Kind.FUEL_FILTER_BLOCKED),
  FUEL_PUMP(Of.UNIT, Kind.FUEL_PUMP_WEAK),
  RAIL_PUMP(Of.UNIT, Kind.RAIL_PUMP_WEAK),
  RAIL(Of.UNIT, Kind.RAIL_LEAK),
  RAIL_RELIEF_VALVE(Of.UNIT, Kind.RAIL_RELIEF_EARLY),
  INJECTORS(Of.UNIT, Kind.INJECTOR_RETURN),
  BREATHER(Of.UNIT, Kind.BREATHER_BLOCKED),
  PARTICULATE_FILTER(Of.UNIT, Kind.FILTER_BLOCKED, Kind.FILTER_CRACKED, Kind.FILTER_ASH),
  FILTER_HOSES(
      Of.UNIT, Kind.FILTER_HOSE_INLET_OFF, Kind.FILTER_HOSE_OUTLET_OFF, Kind.FILTER_HOSES_SWAPPED),
  OXIDATION_CATALYST(Of.UNIT, Kind.CATALYST_AGED),
  FUEL_DOSER(Of.UNIT, Kind.DOSER_FOULED),
  FUEL_DOSER_VALVE(Of.UNIT, Kind.DOSER_SHUT),
  FILTER_CLADDING(Of.UNIT, Kind.FILTER_BARE),
  FLUID(Of.UNIT, Kind.FLUID_DILUTED),
  FLUID_PUMP(
      Of.UNIT,
      Kind.FLUID_PUMP_WORN,
      Kind.FLUID_PUMP_SEAL,
      Kind.FLUID_INLET_BLOCKED,
      Kind.FLUID_VALVE_STUCK),
  FLUID_LINE(Of.UNIT, Kind.FLUID_LINE_BLOCKED, Kind.FLUID_LEAK, Kind.FLUID_AIR),
  FLUID_INJECTOR(
      Of.UNIT, Kind.FLUID_INJECTOR_DRIPS, Kind.FLUID_INJECTOR_FOULED, Kind.FLUID_INJECTOR_CRYSTALS),
  FLUID_HEATER(Of.UNIT, Kind.FLUID_HEATER_DEAD),
  SCR_CATALYST(Of.UNIT, Kind.SCR_AGED),
  EXHAUST_JOINT(Of.UNIT, Kind.EXHAUST_LEAK),
  ALTERNATOR(Of.UNIT, Kind.ALTERNATOR_WEAK),
  BATTERIES(Of.UNIT, Kind.BATTERY_WEAK, Kind.BATTERY_FLAT),
  STARTER_CABLE(Of.UNIT, Kind.STARTER_CABLE),
  STARTER(Of.UNIT, Kind.STARTER_WEAK),
  HYDRAULIC_FILTER(Of.UNIT, Kind.HYDRAULIC_FILTER_BLOCKED),
  HYDRAULIC_PUMP(Of.UNIT, Kind.HYDRAULIC_PUMP_WORN),
  HYDRAULIC_COOLER(Of.UNIT, Kind.HYDRAULIC_COOLER_BLOCKED),
  TRANSMISSION_PUMP(Of.UNIT, Kind.TRANSMISSION_PUMP_WORN),
  CLUTCH(Of.UNIT, Kind.CLUTCH_SLIP),
  INJECTOR(
      Of.LINE,
      Kind.INJECTOR_WEAK,
      Kind.INJECTOR_STUCK,
      Kind.INJECTOR_STICKS,
      Kind.COIL_OPEN,
      Kind.COIL_SLOW,
      Kind.COIL_TURNS_SHORTED),
  INJECTOR_WIRES(Of.LINE, Kind.COIL_TO_GROUND, Kind.COIL_TO_SUPPLY, Kind.COIL_RESISTANCE),
  INJECTOR_DRIVERS(Of.UNIT, Kind.DRIVER_WEAK),
  RINGS(Of.LINE, Kind.RINGS_WORN),
  VALVES(Of.LINE, Kind.VALVE_OPEN),
  PROPELLER(Of.UNIT, Kind.PROPELLER_HEAVY);

  /** What tells one of several such parts from another. */
  private enum Of {
    UNIT,
    SPN,
    /** Number of a sensor line or a cylinder. */
    LINE,
    MODULE,
    LAMP
  }

  private final Of of;
  private final Set<Kind> kinds;

  Part(Of of, Kind first, Kind... rest) {
    this.of = of;
    this.kinds = EnumSet.of(first, rest);
  }

  /** Defects that a new one mends. */
  public Set<Kind> kinds() {
    return kinds;
  }

  /**
   * What is put in.
   *
   * @param which of several; empty where there is one
   */
  public record New(Part part, String which) {
    /** True where this mends a defect. */
    public boolean mends(Defect d) {
      return part.kinds.contains(d.kind()) && part.is(d, which);
    }
  }

  private boolean is(Defect d, String which) {
    return switch (of) {
      case UNIT -> true;
      case SPN -> which.equals(String.valueOf(d.spn()));
      case LINE -> which.equals(String.valueOf(d.line()));
      case MODULE -> which.equals(d.module());
      case LAMP -> which.equals(d.lamp());
    };
  }

  /**
   * Reads what is put in: the part, and behind a blank which of several, as in "injector 3".
   *
   * @throws IllegalArgumentException where there is no such part, or it is not said which
   */
  public static New read(String text) {
    String[] words = text.trim().split(" ", 2);
    Part part =
        Arrays.stream(values())
            .filter(p -> p.id().equals(words[0]))
            .findFirst()
            .orElseThrow(
                () ->
                    new IllegalArgumentException(
                        "there is no part '"
                            + words[0]
                            + "'; parts: "
                            + Arrays.stream(values())
                                .map(Part::id)
                                .collect(Collectors.joining(", "))));
    String which = words.length > 1 ? words[1].trim() : "";
    if (part.of != Of.UNIT && which.isEmpty()) {
      throw new IllegalArgumentException(
          "say which " + part.id() + ", as in '" + part.id() + " 3'");
    }
    return new New(part, part.of == Of.UNIT ? "" : which);
  }

  /** Names of those of which a unit has one. */
  public static List<String> single() {
    return Arrays.stream(values()).filter(p -> p.of == Of.UNIT).map(Part::id).toList();
  }

  /** Names of those of which it must be said which. */
  public static List<String> several() {
    return Arrays.stream(values()).filter(p -> p.of != Of.UNIT).map(Part::id).toList();
  }

  /** Its name in files and on the cab's interface. */
  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
