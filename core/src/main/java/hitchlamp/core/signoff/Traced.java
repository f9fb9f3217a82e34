package hitchlamp.core.signoff;

import hitchlamp.core.pack.Guide;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What following a guide came to, as a job tells it.
 *
 * @param id of the kept trace
 * @param title of the guide, with its part
 * @param at when it was last gone on with
 * @param finding what it came to; empty while it is under way
 * @param setAside why nobody goes on with it; empty where that is not so
 * @param says the conclusion, or the check that is open
 * @param next what to do now; empty where nothing is left to do
 * @param assumed what was taken for granted on the way, each with its reason
 */
public record Traced(
    long id,
    String title,
    Instant at,
    Optional<Guide.Finding> finding,
    String setAside,
    String says,
    String next,
    List<String> assumed) {
  public Traced {
    assumed = List.copyOf(assumed);
  }

  /** A guide that nobody has brought to its end or set aside stands open. */
  boolean open() {
    return finding.isEmpty() && setAside.isEmpty();
  }

  /** Where it stands, in words. */
  public String word() {
    if (finding.isEmpty()) {
      return setAside.isEmpty() ? SignoffWords.say("under-way") : SignoffWords.say("set-aside");
    }
    return switch (finding.get()) {
      case FOUND -> SignoffWords.say("found");
      case NOT_HERE -> SignoffWords.say("not-here");
      case CANNOT_TELL -> SignoffWords.say("cannot-tell-2");
    };
  }
}
