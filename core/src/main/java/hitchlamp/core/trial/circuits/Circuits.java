package hitchlamp.core.trial.circuits;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.RoutineScript;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.circuits.CircuitsSeen.Found;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** A module tests its own circuits now, key on, and tells which it finds faulty. */
public final class Circuits implements TestKind<Circuits.Setup, CircuitsSeen> {
  /** Short name of the kind. */
  public static final String ID = "circuits";

  private static final String ROUTINE = "routine";

  private static final int FOUND_BYTES = 3;

  /** The routine, and the pack whose words name what is found. */
  public record Setup(RoutineSpec routine, Pack pack) {}

  @Override
  public Head<CircuitsSeen> head() {
    return new Head<>(ID, 1, CircuitsSeen.class, Attended.BY_THE_MODULE);
  }

  @Override
  public Setup read(TestSpec spec, Pack pack) {
    return new Setup(
        pack.bench()
            .routine(spec, ROUTINE)
            .filter(RoutineSpec::results)
            .orElseThrow(
                () -> spec.place().fault(CircuitsWords.say("names-no-routine-with-results"))),
        pack);
  }

  @Override
  public boolean understands(Setup setup, Act act) {
    return false;
  }

  @Override
  public Script<CircuitsSeen> script(Setup setup) {
    return new RoutineScript<>(
        ROUTINE,
        CircuitsWords.said("it-tests-its-circuits"),
        end -> CircuitsWords.said("it-has-answered"),
        Circuits::seen);
  }

  @Override
  public boolean saw(CircuitsSeen seen) {
    return seen.answered();
  }

  @Override
  public Judgement judge(Setup setup, CircuitsSeen seen) {
    if (!seen.done()) {
      return Judgement.cannotTell(
          seen.answered()
              ? CircuitsWords.said("it-did-not-test", seen.says())
              : CircuitsWords.said("it-has-not-answered"),
          CircuitsWords.said("key-on-engine-off"));
    }
    if (seen.found().isEmpty()) {
      return new Judgement(
          Verdict.PASS,
          CircuitsWords.said("no-circuit-is-faulty"),
          List.of(),
          CircuitsWords.said("move-the-harness-meanwhile"));
    }
    String found =
        seen.found().stream()
            .map(
                f ->
                    CircuitsWords.say(
                        "one-fault",
                        setup.pack().spnText(f.spn()),
                        setup.pack().fmiText(f.fmi()),
                        f.spn(),
                        f.fmi()))
            .collect(Collectors.joining("; "));
    return new Judgement(
        Verdict.FAIL,
        CircuitsWords.said("found-now", seen.found().size(), found),
        List.of(),
        CircuitsWords.said("trace-the-first"));
  }

  private static List<Found> found(byte[] data) {
    List<Found> found = new ArrayList<>();
    for (int at = 0; at + FOUND_BYTES <= data.length; at += FOUND_BYTES) {
      int spn = data[at] & 0xFF | (data[at + 1] & 0xFF) << 8 | (data[at + 2] >> 5 & 7) << 16;
      found.add(new Found(spn, data[at + 2] & 0x1F));
    }
    return found;
  }

  private static CircuitsSeen seen(Optional<RoutineEnd> end) {
    if (end.isEmpty() || !end.get().done()) {
      return new CircuitsSeen(
          end.isPresent(), false, end.map(RoutineEnd::says).orElse(""), List.of());
    }
    List<Found> found = found(end.get().found());
    return new CircuitsSeen(
        true,
        true,
        found.isEmpty()
            ? CircuitsWords.say("no-fault-found-now")
            : CircuitsWords.say("faults-found-now", found.size()),
        found);
  }
}
