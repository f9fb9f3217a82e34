package hitchlamp.core.trial.cylinders;

import hitchlamp.core.words.Said;

/**
 * What several tests mean together.
 *
 * @param cylinder counted from 1; 0 where it is of the whole engine
 * @param points at what it points
 * @param says what it rests on, as a sentence
 * @param next what to do now
 * @param test short name of the kind of test that would separate what is left; empty where none
 */
public record CylinderFinding(int cylinder, Points points, Said says, Said next, String test) {
  /** At what evidence points. */
  public enum Points {
    /** A valve held open, rings, head gasket. */
    MECHANICAL,
    /** What it injects. */
    INJECTOR,
    /** Its coil or its wires. */
    CIRCUIT,
    /** Harness or driver of the module. */
    HARNESS_OR_DRIVER,
    /** None of the cylinders. */
    ELSEWHERE,
    /** Not known yet: the next test tells. */
    OPEN
  }
}
