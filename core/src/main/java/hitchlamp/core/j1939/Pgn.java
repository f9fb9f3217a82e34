package hitchlamp.core.j1939;

/** Parameter group numbers that the tool speaks itself (from memory of J1939-21, -71, -73, -81). */
public final class Pgn {
  /** Greatest number, 18 bits. */
  public static final int GREATEST = 0x3FFFF;

  public static final int ACKNOWLEDGEMENT = 0x0E800;

  /** Diagnostic services of ISO 14229 to one module, 29-bit normal fixed addressing. */
  public static final int SERVICES = 0x0DA00;

  public static final int REQUEST = 0x0EA00;
  public static final int TRANSPORT_DATA = 0x0EB00;
  public static final int TRANSPORT_CONTROL = 0x0EC00;
  public static final int ADDRESS_CLAIMED = 0x0EE00;
  public static final int COMMANDED_ADDRESS = 0x0FED8;

  /** DM1, active faults. */
  public static final int DM1 = 65226;

  /** DM2, previously active faults. */
  public static final int DM2 = 65227;

  /** DM3, clears previously active faults. */
  public static final int DM3 = 65228;

  /** DM4, freeze frames of the old layout. */
  public static final int DM4 = 65229;

  /** DM5, readiness and numbers of faults. */
  public static final int DM5 = 65230;

  /** DM6, pending emission faults. */
  public static final int DM6 = 65231;

  /** DM7, asks a monitor's test for its results. */
  public static final int DM7 = 58112;

  /** DM30, scaled results of tests that monitors run. */
  public static final int DM30 = 41984;

  /** DM8, result of one numbered test of a monitor that does not run all the time. */
  public static final int DM8 = 65232;

  /** DM10, which numbered tests of such monitors there are. */
  public static final int DM10 = 65234;

  /** DM22, clears one fault alone. */
  public static final int DM22 = 49920;

  /** DM29, how many faults a module counts. */
  public static final int DM29 = 40448;

  /** DM31, which lamps each fault commands. */
  public static final int DM31 = 41728;

  /** DM33, how long devices that raise the emissions were at work. */
  public static final int DM33 = 41216;

  /** DM34, whether the engine is inside a not-to-exceed area. */
  public static final int DM34 = 40960;

  /** DM35, what fails at this moment. */
  public static final int DM35 = 40704;

  /** DM11, clears active faults. */
  public static final int DM11 = 65235;

  /** DM12, active emission faults. */
  public static final int DM12 = 65236;

  /** DM20, how often monitors have run. */
  public static final int DM20 = 49664;

  /** DM21, distance and time since clear and with the lamp on. */
  public static final int DM21 = 49408;

  /** DM23, previously active emission faults. */
  public static final int DM23 = 64949;

  /** DM24, which SPNs support what. */
  public static final int DM24 = 64950;

  /** DM25, freeze frames laid out by DM24. */
  public static final int DM25 = 64951;

  /** DM26, time since start and warm-ups since clear. */
  public static final int DM26 = 64952;

  /** DM27, all pending faults. */
  public static final int DM27 = 64898;

  /** DM28, permanent faults. */
  public static final int DM28 = 64896;

  /** DM19, calibration identification and verification number. */
  public static final int DM19 = 54016;

  /** Control module identification: part number, serial, location, type. */
  public static final int MODULE_IDENTIFICATION = 64965;

  public static final int SOFTWARE_IDENTIFICATION = 65242;
  public static final int COMPONENT_IDENTIFICATION = 65259;
  public static final int VEHICLE_IDENTIFICATION = 65260;
  public static final int ENGINE_HOURS = 65253;
  public static final int VEHICLE_DISTANCE = 65248;
  public static final int VEHICLE_DISTANCE_FINE = 65217;

  /** Vehicle hours and hours of the power take-off. */
  public static final int VEHICLE_HOURS = 65255;

  /** Fuel of the trip and in all. */
  public static final int FUEL_CONSUMPTION = 65257;

  /** Fuel and hours of idling. */
  public static final int IDLE_OPERATION = 65244;

  private Pgn() {}
}
