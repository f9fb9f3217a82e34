package hitchlamp.standin.story;

/** What a tool did to a module. */
public enum ToolEvent {
  CLEAR(1),
  CALIBRATION(2),
  ADJUSTMENT(3),
  TRIP_RESET(4);

  private final int code;

  ToolEvent(int code) {
    this.code = code;
  }

  int code() {
    return code;
  }
}
