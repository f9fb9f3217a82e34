package hitchlamp.core.trial;

import java.util.Optional;

/** What a script sees of the unit. */
public interface Scene {
  /** Bus time now, microseconds. */
  long now();

  /** Id in the pack of the module that is tested. */
  String module();

  /** Id in the pack of the module at an address; empty where none is known there. */
  String moduleAt(int address);

  /** What a value was, as its module reports it; no values where it never did. */
  SampleWindow value(int spn);

  /** What an identifier was that is read again and again, by the kind's name for it. */
  SampleWindow read(String name);

  /** What an identifier was that tells the same of every cylinder, by the kind's name for it. */
  BlockWindow block(String name);

  /** How a control stands, by the kind's name for it. */
  ControlState control(String name);

  /** What a routine ended with, by the kind's name for it; empty before. */
  Optional<RoutineEnd> routine(String name);
}
