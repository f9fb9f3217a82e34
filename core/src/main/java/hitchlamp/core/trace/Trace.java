package hitchlamp.core.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Guide.Check;
import hitchlamp.core.trace.TraceEntry.How;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Where somebody who follows a guide stands. It is worked out from the entries alone, so that it
 * can be left and gone on with on another day, and comes out the same from a saved job.
 *
 * @param steps checks that were answered and lie on the way, the first first
 * @param at the check that is open, or the conclusion; empty where the guide has changed so much
 *     since that the entries fit it no more
 * @param setAside why nobody goes on with it; empty where it is under way or has ended
 */
public record Trace(
    Guide guide, Component part, List<Step> steps, Optional<Check> at, String setAside) {
  private static final int METER_DIGITS = 4;

  /**
   * A check with its answer.
   *
   * @param index place of the entry among all, from 0
   */
  public record Step(Check check, TraceEntry entry, int index) {}

  /** Works out where the entries lead. */
  public static Trace of(Guide guide, Component part, List<TraceEntry> entries) {
    List<Step> steps = new ArrayList<>();
    Check at = guide.checks().get(guide.begin());
    String aside = "";
    for (int i = 0; i < entries.size(); i++) {
      TraceEntry e = entries.get(i);
      aside = e.how() == How.SET_ASIDE ? e.says() : "";
      if (e.how() == How.SET_ASIDE) {
        continue;
      }
      if (e.how() == How.BACK) {
        if (!steps.isEmpty()) {
          at = steps.remove(steps.size() - 1).check();
        }
        continue;
      }
      String next = at == null || !at.id().equals(e.check()) ? null : at.then().get(e.outcome());
      if (next == null) {
        return new Trace(guide, part, List.copyOf(steps), Optional.empty(), aside);
      }
      steps.add(new Step(at, e, i));
      at = guide.checks().get(next);
    }
    return new Trace(guide, part, List.copyOf(steps), Optional.ofNullable(at), aside);
  }

  /** What the guide came to; empty while it is under way. */
  public Optional<Guide.Conclusion> conclusion() {
    return at.map(Check::asks)
        .filter(a -> a instanceof Guide.Conclusion)
        .map(a -> (Guide.Conclusion) a);
  }

  /** Steps that nobody looked at. */
  public List<Step> assumed() {
    return steps.stream().filter(s -> s.entry().how() == How.ASSUMED).toList();
  }

  /**
   * A person answers the open check.
   *
   * @throws IllegalArgumentException where it has no such outcome
   */
  public TraceEntry answer(String outcome) {
    return entry(How.PERSON, outcome, words(outcome));
  }

  /** The open check is passed over as if it had this outcome. */
  public TraceEntry assume(String outcome, String reason) {
    return entry(How.ASSUMED, outcome, words(outcome) + ", assumed: " + reason.strip());
  }

  /** The unit answered the open check. */
  public TraceEntry told(UnitAnswer answer) {
    return entry(How.UNIT, answer.outcome().orElseThrow(), answer.says().text());
  }

  /**
   * A meter reading for the open check.
   *
   * @throws IllegalArgumentException where it asks for none, or the reading cannot be one
   */
  public TraceEntry measured(double reading) {
    if (!(open().asks() instanceof Guide.Meter m)) {
      throw new IllegalArgumentException(TraceWords.say("this-check-asks-for-no-meter"));
    }
    String figure =
        Double.isInfinite(reading)
            ? TraceWords.say("no-end-open")
            : figure(reading) + " " + m.quantity().unit();
    return entry(How.METER, m.judge(reading), figure);
  }

  /** As many digits as a meter has, without the zeros at the end. */
  private static String figure(double reading) {
    BigDecimal shown = new BigDecimal(reading).round(new MathContext(METER_DIGITS));
    return shown.signum() == 0 ? "0" : shown.stripTrailingZeros().toPlainString();
  }

  /**
   * The last step is gone back from.
   *
   * @throws IllegalArgumentException at the first check
   */
  public TraceEntry back() {
    if (steps.isEmpty()) {
      throw new IllegalArgumentException(TraceWords.say("this-is-the-first-check"));
    }
    Check last = steps.get(steps.size() - 1).check();
    return new TraceEntry(last.id(), How.BACK, "", TraceWords.say("gone-back-to"));
  }

  /** Nobody goes on with it for now, and why. */
  public TraceEntry setAside(String reason) {
    return new TraceEntry(open().id(), How.SET_ASIDE, "", reason.strip());
  }

  private Check open() {
    return at.filter(c -> !(c.asks() instanceof Guide.Conclusion))
        .orElseThrow(
            () -> new IllegalArgumentException(TraceWords.say("this-guide-has-come-to-its")));
  }

  private TraceEntry entry(How how, String outcome, String says) {
    if (!open().then().containsKey(outcome)) {
      throw new IllegalArgumentException(
          TraceWords.say("is-none-of", outcome, open().asks().outcomes().keySet()));
    }
    return new TraceEntry(open().id(), how, outcome, says);
  }

  private String words(String outcome) {
    return open().asks().outcomes().getOrDefault(outcome, outcome);
  }
}
