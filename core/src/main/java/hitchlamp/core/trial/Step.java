package hitchlamp.core.trial;

import hitchlamp.core.words.Said;
import java.util.List;

/** What a script wants done now. */
public sealed interface Step {
  /** What goes on and what the person has to do, as sentences. */
  Said says();

  /**
   * These values are to be held, in this order; each is there before the next is commanded. What is
   * held besides is given back first.
   */
  record Set(List<SetPoint> inOrder, Said says) implements Step {
    public Set {
      inOrder = List.copyOf(inOrder);
    }
  }

  /** The module runs a routine, then tells what it found where it does so. */
  record Run(String routine, Said says) implements Step {}

  /**
   * A person is asked, or has to do something. What is held stays held.
   *
   * @param choices answers that stand as buttons under what is said; none where the board asks
   */
  record Ask(List<Choice> choices, Said says) implements Step {
    public Ask {
      choices = List.copyOf(choices);
    }
  }

  /** An answer, with the act that it is. */
  record Choice(Act act, Said label) {}

  /** It is over. */
  record Done(boolean complete, Said says) implements Step {}

  /**
   * A value to be held.
   *
   * @param control by the kind's name for it
   * @param value in the control's own unit
   * @param doing what is held, as the strip says it: "cylinder 4 does not fire"
   * @param release what the button that lets go of it says
   */
  record SetPoint(String control, double value, String doing, String release) {}
}
