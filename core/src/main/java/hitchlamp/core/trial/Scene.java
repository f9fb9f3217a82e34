package hitchlamp.core.trial;

import hitchlamp.core.uds.Reply;
import java.util.Optional;

/** What a script sees of the unit. */
public interface Scene {
  /** Bus time now, microseconds. */
  long now();

  /** What a value was, as its module reports it; no values where it never did. */
  SampleWindow value(int spn);

  /** What an identifier was that is read again and again, by the kind's name for it. */
  SampleWindow read(String name);

  /** How a control stands, by the kind's name for it. */
  ControlState control(String name);

  /** What a routine ended with, by the kind's name for it; empty before. */
  Optional<Reply> routine(String name);
}
