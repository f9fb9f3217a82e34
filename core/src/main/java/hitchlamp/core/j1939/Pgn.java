package hitchlamp.core.j1939;

/** Parameter group numbers that the tool speaks itself (from memory of J1939-21, -71, -73, -81). */
public final class Pgn {
  /** Greatest number, 18 bits. */
  public static final int GREATEST = 0x3FFFF;

  public static final int ACKNOWLEDGEMENT = 0x0E800;
  public static final int REQUEST = 0x0EA00;
  public static final int TRANSPORT_DATA = 0x0EB00;
  public static final int TRANSPORT_CONTROL = 0x0EC00;
  public static final int ADDRESS_CLAIMED = 0x0EE00;
  public static final int COMMANDED_ADDRESS = 0x0FED8;

  /** DM1, active faults. */
  public static final int DM1 = 65226;

  /** DM2, previously active faults. */
  public static final int DM2 = 65227;

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

  private Pgn() {}
}
