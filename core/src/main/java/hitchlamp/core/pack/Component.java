package hitchlamp.core.pack;

import java.util.List;

/**
 * A part, a line or a module that can be at fault, and by what it shows.
 *
 * @param id short name; of one of several such modules with the module behind it
 * @param base its name in the pack file, where guides and wiring speak of it
 * @param title what the technician calls it
 * @param kind what kind of thing
 * @param module id of the module that watches it, empty where any may
 * @param signs faults that point at it; the more of them are there, the stronger
 * @param explains faults that follow from it
 * @param feeds SPNs of the sensors that hang on it, for supplies and grounds
 * @param missedAs SPNs that other modules report with "abnormal update rate" when it stays away,
 *     for modules
 * @param reckonedFrom SPNs of sensors from which the module reckons its signs; one that is off
 *     looks like the part
 * @param what what it is
 * @param normal what is normal
 * @param causes what usually is wrong with it
 * @param effects what the driver notices and the module does about it
 * @param next what to do, the first first
 */
public record Component(
    String id,
    String base,
    String title,
    Kind kind,
    String module,
    List<FaultPattern> signs,
    List<FaultPattern> explains,
    List<Integer> feeds,
    List<Integer> missedAs,
    List<Integer> reckonedFrom,
    String what,
    String normal,
    List<String> causes,
    String effects,
    List<String> next) {
  /** The same part of one of several such modules, named with its side. */
  Component of(ModuleKind one) {
    return new Component(
        id + "-" + one.id(),
        base,
        one.side().isEmpty() ? title : title + ", " + one.side(),
        kind,
        one.id(),
        signs,
        explains,
        feeds,
        missedAs,
        reckonedFrom,
        what,
        normal,
        causes,
        effects,
        next);
  }

  /** Kinds of things, those that explain most first. */
  public enum Kind {
    MODULE,
    SUPPLY,
    GROUND,
    SENSOR,
    ACTUATOR,
    PART
  }

  /**
   * A fault that says something about a component.
   *
   * @param spn suspect parameter number
   * @param fmi failure mode, {@link #ANY} for each
   */
  public record FaultPattern(int spn, int fmi) {
    public static final int ANY = -1;

    /** True where it is this fault. */
    public boolean is(int otherSpn, int otherFmi) {
      return spn == otherSpn && (fmi == ANY || fmi == otherFmi);
    }
  }
}
