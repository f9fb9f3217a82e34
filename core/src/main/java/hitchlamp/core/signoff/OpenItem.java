package hitchlamp.core.signoff;

import hitchlamp.core.fault.Bearing;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.LampLine;
import hitchlamp.core.fault.LampVerdict;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.ModuleFaults;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.story.Finding;
import hitchlamp.core.trial.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Something that stands between a job and its sign-off.
 *
 * @param says what is open, as a sentence
 * @param next what to do about it
 */
public record OpenItem(String says, String next) {
  /**
   * What is still open by the last read.
   *
   * @param last the newest read; empty where there is none
   * @param leads of that read
   * @param reads number of reads stored in the job
   * @param lamps of the last lamp check, none where there was none
   * @param story findings of the last read of the story, none where there was none
   * @param tests of the job; the newest of each counts
   * @param traces of the job
   */
  public static List<OpenItem> of(
      Optional<FaultReading> last,
      List<Lead> leads,
      int reads,
      List<LampLine> lamps,
      List<Finding> story,
      List<Tested> tests,
      List<Traced> traces) {
    List<OpenItem> open = new ArrayList<>();
    if (last.isEmpty()) {
      return List.of(
          new OpenItem(
              "The faults have not been read in this job.", "Hook up and call the full roll."));
    }
    FaultReading r = last.get();
    if (r.state() != FaultReading.State.COMPLETE) {
      open.add(
          new OpenItem(
              "The last read of the faults ended halfway.", "Read the faults again to the end."));
    }
    for (ModuleFaults m : r.modules()) {
      if (!m.read()) {
        open.add(
            new OpenItem(
                "The faults of the " + m.target().title() + " module could not be read.",
                "Find out why it does not tell them, then read again."));
      }
    }
    for (Lead l : leads) {
      if (l.bearing() == Bearing.TODAY) {
        boolean silent = l.mark() == Lead.Mark.SILENT;
        open.add(
            new OpenItem(
                l.title()
                    + (silent
                        ? "."
                        : l.mark() == Lead.Mark.NOW
                            ? ": there now."
                            : ": there within the last hours."),
                silent
                    ? "Bring it back on the bus and call the roll again."
                    : "Mend it, clear, and read again after it has run."));
      }
    }
    for (KnownFault f : r.faults()) {
      if (f.states().contains(FaultState.PERMANENT)) {
        open.add(
            new OpenItem(
                "Permanent fault: " + name(f) + ".",
                "It goes only when its monitor has run and passed; drive until then."));
      } else if (f.states().contains(FaultState.PENDING) && !f.active()) {
        open.add(
            new OpenItem(
                "Pending: " + name(f) + ".", "Run the engine as it was then and read again."));
      }
    }
    for (ModuleFaults m : r.modules()) {
      List<String> idle = m.readiness().map(Readiness::notReady).orElse(List.of());
      if (!idle.isEmpty()) {
        open.add(
            new OpenItem(
                "Monitors of the "
                    + m.target().title()
                    + " module that have not run since the last clear: "
                    + String.join(", ", idle)
                    + ".",
                "Drive until they have run; only then a clean read proves the repair."));
      }
    }
    for (LampLine l : lamps) {
      LampVerdict v = LampVerdict.of(l);
      if (v.verdict() == Verdict.FAIL) {
        open.add(new OpenItem(l.lamp().title() + ": " + v.says(), v.next()));
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
                            + (t.verdict() == Verdict.FAIL ? " failed: " : " cannot tell: ")
                            + t.says(),
                        t.next())));
    for (Traced t : traces) {
      if (t.open()) {
        open.add(
            new OpenItem(
                "Not traced to the end: " + t.title() + ".",
                "Go on at \"" + t.says() + "\", or set it aside and say why."));
      }
      if (!t.assumed().isEmpty() && t.finding().isPresent()) {
        open.add(
            new OpenItem(
                t.title() + " rests on what was assumed: " + String.join("; ", t.assumed()) + ".",
                "Look at it once, or hand the job over with that said."));
      }
    }
    if (reads < 2) {
      open.add(
          new OpenItem(
              "There is one read only, so nothing shows that the repair changed anything.",
              "Read the faults again after the repair."));
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
