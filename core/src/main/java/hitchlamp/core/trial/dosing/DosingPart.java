package hitchlamp.core.trial.dosing;

/** Parts of the circuit that can be at fault. */
enum DosingPart {
  PUMP("pump"),
  /** The valve in the pump that closes the line while it stands. */
  SEAL("seal"),
  INLET("inlet"),
  LINE("line"),
  COUPLING("coupling"),
  INJECTOR("injector"),
  TIP("tip"),
  VALVE("valve"),
  SENSOR("sensor"),
  AIR("air"),
  TANK("tank");

  private final String id;

  DosingPart(String id) {
    this.id = id;
  }

  /** As the judgement calls it. */
  String id() {
    return id;
  }
}
