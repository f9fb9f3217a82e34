package hitchlamp.core.j1939;

/**
 * The four lamps that a module commands with its faults (J1939-73, from memory).
 *
 * @param malfunction malfunction indicator lamp
 * @param stop red stop lamp
 * @param warning amber warning lamp
 * @param protect protect lamp
 */
public record Lamps(Lamp malfunction, Lamp stop, Lamp warning, Lamp protect) {
  /** What one lamp does. */
  public enum Lamp {
    OFF,
    ON,
    FLASHES_SLOWLY,
    FLASHES_FAST,
    NOT_AVAILABLE
  }

  /** No lamp is told. */
  public static final Lamps NOT_TOLD =
      new Lamps(Lamp.NOT_AVAILABLE, Lamp.NOT_AVAILABLE, Lamp.NOT_AVAILABLE, Lamp.NOT_AVAILABLE);

  /**
   * Reads the two lamp bytes.
   *
   * @param state two bits a lamp: 00 off, 01 on, else not available; malfunction lamp highest
   * @param flash two bits a lamp: 00 slow (1 Hz), 01 fast (2 Hz), 11 does not flash
   */
  public static Lamps of(int state, int flash) {
    return new Lamps(
        lamp(state, flash, 6), lamp(state, flash, 4), lamp(state, flash, 2), lamp(state, flash, 0));
  }

  private static Lamp lamp(int state, int flash, int shift) {
    return switch (state >>> shift & 3) {
      case 0 -> Lamp.OFF;
      case 1 ->
          switch (flash >>> shift & 3) {
            case 0 -> Lamp.FLASHES_SLOWLY;
            case 1 -> Lamp.FLASHES_FAST;
            default -> Lamp.ON;
          };
      default -> Lamp.NOT_AVAILABLE;
    };
  }
}
