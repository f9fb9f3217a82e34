package hitchlamp.core.pack;

import java.util.List;
import java.util.Optional;

/**
 * An actuator that a test moves, and what a sound unit shows of it.
 *
 * @param id short name, unique within its test
 * @param title of the actuator, as the user reads it
 * @param part component that stands for it; empty where none does
 * @param control by what the test calls it under {@code uses}
 * @param feedback by what the test calls the measured position under {@code reads}; empty where it
 *     has none
 * @param commanded by what the test calls what the module commands, under {@code reads}; empty
 *     where that is not read
 * @param base where it stands while others are moved, in the control's unit
 * @param to where it is moved
 * @param seconds in which it goes two thirds of its way
 * @param air true where an air cylinder moves it
 * @param does what it does there, in words: "shut to 85 %"
 * @param expected what a sound unit shows
 */
public record MoveSpec(
    String id,
    String title,
    String part,
    String control,
    String feedback,
    String commanded,
    double base,
    double to,
    double seconds,
    boolean air,
    String does,
    List<Response> expected) {
  public MoveSpec {
    expected = List.copyOf(expected);
  }

  /**
   * What a nominal unit shows at 100 kPa and 20 °C, and how that goes with the air.
   *
   * @param of by what the test calls the value under {@code reads}
   * @param change in the value's unit
   * @param air it goes with this power of the air's pressure
   * @param seconds to two thirds of its way, at those
   * @param heat it goes with this power of the air's absolute temperature
   * @param speed it goes with this power of the engine's speed
   * @param fuel it goes with this power of the fuel a stroke
   */
  public record Response(
      String of,
      double change,
      double seconds,
      double air,
      double heat,
      double speed,
      double fuel) {
    private static final double KPA = 100;
    private static final double KELVIN = 293.15;
    private static final double ZERO = 273.15;

    /** What a nominal unit shows in this air. */
    public double at(double airKpa, double airCelsius) {
      return change * Math.pow(airKpa / KPA, air) * Math.pow((airCelsius + ZERO) / KELVIN, heat);
    }

    /**
     * The same at another speed and fuelling than those that the pack gives it for.
     *
     * @param speedRatio speed of the engine relative to that
     * @param fuelRatio fuel a stroke relative to that
     */
    public double at(double airKpa, double airCelsius, double speedRatio, double fuelRatio) {
      return at(airKpa, airCelsius) * Math.pow(speedRatio, speed) * Math.pow(fuelRatio, fuel);
    }
  }

  /** What is expected of a value; empty where nothing is. */
  public Optional<Response> of(String value) {
    return expected.stream().filter(r -> r.of().equals(value)).findFirst();
  }
}
