package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Pgn;

/**
 * What a full roll call asks each module, in this order: what a technician wants first comes first.
 */
public enum Item {
  COMPONENT(Pgn.COMPONENT_IDENTIFICATION),
  ACTIVE_FAULTS(Pgn.DM1),
  EARLIER_FAULTS(Pgn.DM2),
  SOFTWARE(Pgn.SOFTWARE_IDENTIFICATION),
  MODULE(Pgn.MODULE_IDENTIFICATION),
  VEHICLE(Pgn.VEHICLE_IDENTIFICATION),
  CALIBRATION(Pgn.DM19),
  HOURS(Pgn.ENGINE_HOURS),
  DISTANCE(Pgn.VEHICLE_DISTANCE),
  DISTANCE_FINE(Pgn.VEHICLE_DISTANCE_FINE);

  private final int pgn;

  Item(int pgn) {
    this.pgn = pgn;
  }

  public int pgn() {
    return pgn;
  }

  /** What became of asking for an item. */
  public enum Told {
    /** It came and was read. */
    GIVEN,
    /** It came and makes no sense. */
    GARBLED,
    NOT_SUPPORTED,
    DENIED,
    BUSY,
    /** A long answer did not arrive whole. */
    BROKEN,
    /** No answer to this item. */
    SILENT
  }
}
