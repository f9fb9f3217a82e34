package hitchlamp.core.signoff;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.story.Finding;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Something that stands between a job and its sign-off.
 *
 * @param says what is open, as a sentence
 * @param next what to do about it; figures in it convert as those of a {@link Said}
 */
public record OpenItem(Said says, String next) {
  private OpenItem(String says, String next) {
    this(Said.plain(says), next);
  }

  /**
   * What is still open by the last read.
   *
   * @param last the newest read; empty where there is none
   * @param leads of that read
   * @param reads number of reads stored in the job
   * @param story findings of the last read of the story, none where there was none
   * @param tests of the job; the newest of each counts
   * @param traces of the job
   */
  public static List<OpenItem> of(
      Optional<FaultReading> last,
      List<Lead> leads,
      int reads,
      List<Finding> story,
      List<Tested> tests,
      List<Traced> traces) {
    List<OpenItem> open = new ArrayList<>();
    if (last.isEmpty()) {
      return List.of(
          new OpenItem(
              SignoffWords.say("the-faults-have-not-been-read"),
              SignoffWords.say("hook-up-and-call-the-full")));
    }
    FaultReading r = last.get();
    if (r.state() != FaultReading.State.COMPLETE) {
      open.add(
          new OpenItem(
              SignoffWords.say("the-last-read-of-the-faults"),
              SignoffWords.say("read-the-faults-again-to-the")));
    }
    for (ModuleFaults m : r.modules()) {
      if (!m.read()) {
        open.add(
            new OpenItem(
                SignoffWords.say(
                    "the-faults-of-the-module-could", m.target().title().toLowerCase(Locale.ROOT)),
                SignoffWords.say("find-out-why-it-does-not")));
      }
    }
    for (Lead l : leads) {
      if (l.bearing() == Recency.TODAY) {
        boolean silent = l.mark() == Lead.Mark.SILENT;
        open.add(
            new OpenItem(
                l.title()
                    + (silent
                        ? "."
                        : l.mark() == Lead.Mark.NOW
                            ? SignoffWords.say("there-now")
                            : SignoffWords.say("there-within-the-last-hours")),
                silent
                    ? SignoffWords.say("bring-it-back-on-the-bus")
                    : SignoffWords.say("mend-it-clear-and-read-again")));
      }
    }
    for (KnownFault f : r.faults()) {
      if (f.states().contains(FaultState.PERMANENT)) {
        open.add(
            new OpenItem(
                SignoffWords.say("permanent-fault", name(f)),
                SignoffWords.say("it-goes-only-when-its-monitor")));
      } else if (f.states().contains(FaultState.PENDING) && !f.active()) {
        open.add(
            new OpenItem(
                "Pending: " + name(f) + ".", SignoffWords.say("run-the-engine-as-it-was")));
      }
    }
    for (ModuleFaults m : r.modules()) {
      List<String> idle = m.readiness().map(Readiness::notReady).orElse(List.of());
      if (!idle.isEmpty()) {
        open.add(
            new OpenItem(
                SignoffWords.say(
                    "monitors-of-the-module-that-have",
                    m.target().title().toLowerCase(Locale.ROOT),
                    String.join(", ", idle)),
                SignoffWords.say("drive-until-they-have-run-only")));
      }
    }
    story.stream().filter(Finding::wiped).forEach(f -> open.add(new OpenItem(f.title(), f.next())));
    Tested.newest(tests).stream()
        .filter(Tested::open)
        .forEach(
            t ->
                open.add(
                    new OpenItem(
                        t.title()
                            + (t.verdict() == Verdict.FAIL
                                ? " failed: "
                                : SignoffWords.say("cannot-tell"))
                            + t.says(),
                        t.next())));
    for (Traced t : traces) {
      if (t.open()) {
        open.add(
            new OpenItem(
                SignoffWords.say("not-traced-to-the-end", t.title()),
                SignoffWords.said("go-on-at-or-set-it", new Said(t.says())).text()));
      }
      if (!t.assumed().isEmpty() && t.finding().isPresent()) {
        open.add(
            new OpenItem(
                SignoffWords.said(
                    "rests-on-what-was-assumed",
                    t.title(),
                    Said.joined("; ", t.assumed().stream().map(Said::new).toList())),
                SignoffWords.say("look-at-it-once-or-hand")));
      }
    }
    if (reads < 2) {
      open.add(
          new OpenItem(
              SignoffWords.say("there-is-one-read-only-so"),
              SignoffWords.say("read-the-faults-again-after-the")));
    }
    return List.copyOf(open);
  }

  private static String name(KnownFault f) {
    return f.fault().component()
        + ", "
        + f.fault().mode()
        + " (SPN "
        + f.spn()
        + " FMI "
        + f.fmi()
        + ")";
  }
}
