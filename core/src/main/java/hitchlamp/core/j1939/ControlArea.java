package hitchlamp.core.j1939;

import java.util.Optional;

/**
 * DM34: where the engine works at this moment with regard to the limits that must never be exceeded
 * (not-to-exceed control area, NTE; J1939-73, from memory).
 *
 * @param nox nitrogen oxides
 * @param particles particulate matter
 */
public record ControlArea(Standing nox, Standing particles) {
  /** Where it is. */
  public enum Place {
    OUTSIDE,
    INSIDE,
    NOT_TOLD
  }

  /**
   * Of one pollutant.
   *
   * @param area the control area
   * @param carveOut the part of it that the maker has taken out
   * @param deficiency the part in which a deficiency is granted
   */
  public record Standing(Place area, Place carveOut, Place deficiency) {
    private static Standing of(int bits) {
      return new Standing(place(bits >>> 6), place(bits >>> 4), place(bits >>> 2));
    }
  }

  private static Place place(int bits) {
    return switch (bits & 3) {
      case 0 -> Place.OUTSIDE;
      case 1 -> Place.INSIDE;
      default -> Place.NOT_TOLD;
    };
  }

  /** Reads the data of DM34; empty where they are too short. */
  public static Optional<ControlArea> of(byte[] data) {
    return data.length < 2
        ? Optional.empty()
        : Optional.of(new ControlArea(Standing.of(data[0] & 0xFF), Standing.of(data[1] & 0xFF)));
  }
}
