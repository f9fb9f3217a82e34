package hitchlamp.core.j1939;

/** How an SPN lies in the bytes of a fault (J1939-73 annex, from memory; vectors in the tests). */
public enum ConversionVersion {
  V1,
  V2,
  V3,
  V4,
  /** The conversion bit says "not 4" and nobody told which of 1 to 3. */
  AMBIGUOUS
}
