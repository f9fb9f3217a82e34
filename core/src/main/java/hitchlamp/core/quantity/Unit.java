package hitchlamp.core.quantity;

import java.util.Arrays;
import java.util.Optional;

/**
 * A unit with its way to the base unit of its dimension: {@code base = value * factor + offset}.
 * Factors are exact by definition (international yard and pound agreement; NIST SP 811 appendix B)
 * or, for inHg and inH2O, the conventional values of that appendix (inHg at 0 °C 3.38638 kPa, inH2O
 * at 4 °C 0.249082 kPa).
 */
public enum Unit {
  RPM("rpm", Dimension.ROTATION, 1, 0),
  PERCENT("%", Dimension.RATIO, 1, 0),
  CELSIUS("°C", Dimension.TEMPERATURE, 1, 273.15),
  /** A difference of temperatures: no offset. */
  KELVIN("K", Dimension.TEMPERATURE_DIFFERENCE, 1, 0),
  FAHRENHEIT_DIFFERENCE("°F more", Dimension.TEMPERATURE_DIFFERENCE, 5.0 / 9, 0),
  /** A plain ratio. */
  ONE("1", Dimension.PLAIN, 1, 0),
  FAHRENHEIT("°F", Dimension.TEMPERATURE, 5.0 / 9, 459.67 * 5 / 9),
  KILOPASCAL("kPa", Dimension.PRESSURE, 1, 0),
  BAR("bar", Dimension.PRESSURE, 100, 0),
  MEGAPASCAL("MPa", Dimension.PRESSURE, 1000, 0),
  PSI("psi", Dimension.PRESSURE, 6.894757293168361, 0),
  INCH_MERCURY("inHg", Dimension.PRESSURE, 3.38638, 0),
  INCH_WATER("inH2O", Dimension.PRESSURE, 0.249082, 0),
  KILOMETRE_PER_HOUR("km/h", Dimension.SPEED, 1, 0),
  MILE_PER_HOUR("mph", Dimension.SPEED, 1.609344, 0),
  KILOMETRE("km", Dimension.LENGTH, 1, 0),
  MILE("mi", Dimension.LENGTH, 1.609344, 0),
  LITRE("L", Dimension.VOLUME, 1, 0),
  US_GALLON("gal", Dimension.VOLUME, 3.785411784, 0),
  LITRE_PER_HOUR("L/h", Dimension.VOLUME_FLOW, 1, 0),
  US_GALLON_PER_HOUR("gal/h", Dimension.VOLUME_FLOW, 3.785411784, 0),
  KILOMETRE_PER_LITRE("km/L", Dimension.ECONOMY, 1, 0),
  MILE_PER_US_GALLON("mpg", Dimension.ECONOMY, 1.609344 / 3.785411784, 0),
  NEWTON_METRE("N·m", Dimension.TORQUE, 1, 0),
  POUND_FOOT("lb·ft", Dimension.TORQUE, 1.3558179483314004, 0),
  KILOGRAM("kg", Dimension.MASS, 1, 0),
  POUND("lb", Dimension.MASS, 0.45359237, 0),
  /** Injected a stroke. */
  MILLIGRAM("mg", Dimension.INJECTED, 1, 0),
  /** Exhaust fluid that is dosed. */
  GRAM_PER_HOUR("g/h", Dimension.DOSED, 1, 0),
  /** Caught and weighed on a bench. */
  GRAM("g", Dimension.WEIGHED, 1, 0),
  KILOWATT("kW", Dimension.POWER, 1, 0),
  /** Mechanical horsepower, 550 ft·lbf/s (NIST SP 811). */
  HORSEPOWER("hp", Dimension.POWER, 0.7456998715822702, 0),
  METRE_PER_SECOND_SQUARED("m/s²", Dimension.ACCELERATION, 1, 0),
  KILOGRAM_PER_HOUR("kg/h", Dimension.MASS_FLOW, 1, 0),
  POUND_PER_MINUTE("lb/min", Dimension.MASS_FLOW, 27.2155422, 0),
  VOLT("V", Dimension.VOLTAGE, 1, 0),
  AMPERE("A", Dimension.CURRENT, 1, 0),
  PARTS_PER_MILLION("ppm", Dimension.CONCENTRATION, 1, 0),
  HOUR("h", Dimension.TIME, 1, 0),
  MINUTE("min", Dimension.TIME, 1.0 / 60, 0),
  SECOND("s", Dimension.TIME, 1.0 / 3600, 0);

  /** What units of one kind measure; the first named unit of each is its base. */
  public enum Dimension {
    ROTATION,
    RATIO,
    TEMPERATURE,
    TEMPERATURE_DIFFERENCE,
    PLAIN,
    PRESSURE,
    SPEED,
    LENGTH,
    VOLUME,
    VOLUME_FLOW,
    ECONOMY,
    TORQUE,
    MASS,
    MASS_FLOW,
    INJECTED,
    DOSED,
    WEIGHED,
    POWER,
    ACCELERATION,
    VOLTAGE,
    CURRENT,
    CONCENTRATION,
    TIME
  }

  private final String symbol;
  private final Dimension dimension;
  private final double factor;
  private final double offset;

  Unit(String symbol, Dimension dimension, double factor, double offset) {
    this.symbol = symbol;
    this.dimension = dimension;
    this.factor = factor;
    this.offset = offset;
  }

  public String symbol() {
    return symbol;
  }

  public Dimension dimension() {
    return dimension;
  }

  /** Size of one step in base units. */
  public double factor() {
    return factor;
  }

  /** Base units at a value of zero. */
  public double offset() {
    return offset;
  }

  /** The unit with this symbol. */
  public static Optional<Unit> ofSymbol(String symbol) {
    return Arrays.stream(values()).filter(u -> u.symbol.equals(symbol)).findFirst();
  }

  /**
   * A value of this unit in another.
   *
   * @throws IllegalArgumentException where the two measure different things
   */
  public double convert(double value, Unit other) {
    if (other.dimension != dimension) {
      throw new IllegalArgumentException(symbol + " cannot be shown in " + other.symbol);
    }
    return other == this ? value : (value * factor + offset - other.offset) / other.factor;
  }
}
