package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.words.Said;
import java.util.Optional;

/**
 * The course of one run of a test. It decides; the {@link Bench} commands, guards and lets go.
 *
 * @param <O> what is observed
 */
public interface Script<O> {
  /** What is to be done now; asked again and again, also while the last is not done yet. */
  Step next(Scene scene);

  /**
   * A person does something.
   *
   * @return why it cannot be; empty where it is done
   */
  Optional<Said> act(Act act, Scene scene);

  /** A message was on the bus. */
  default void heard(Message message, Scene scene) {}

  /** A module claimed its address, as it does when its supply comes. */
  default void claimed(int address, Scene scene) {}

  /**
   * The module refuses a set point, or what must follow it did not.
   *
   * @param control by the kind's name for it
   * @return true where the course goes on without that control; it is given back then
   */
  default boolean refused(String control, Said why, Scene scene) {
    return false;
  }

  /**
   * Everything is about to be let go of, and not because the script wants it: what was seen until
   * now is noted, and what was wanted is wanted no more. May come twice.
   */
  void leaving(Scene scene);

  /** What was seen so far; an immutable value. */
  O observed(Scene scene);
}
