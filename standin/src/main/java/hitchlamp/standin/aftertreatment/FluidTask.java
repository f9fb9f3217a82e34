package hitchlamp.standin.aftertreatment;

/** Something that a tester asks of the circuit of the exhaust fluid; it has the pump meanwhile. */
interface FluidTask {
  /** True while it is under way. */
  boolean runs();

  /** What the pump is told. */
  FluidLine.Mode mode();

  /** Duty of the injector, 0 to 1. */
  double duty();

  /** Where it is, in the states of the standard's message. */
  FluidControl.Stage told();

  /** It ends now, wherever it is. */
  void end();
}
