package hitchlamp.core.trial.circuits;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.circuits.CircuitsSeen.Found;
import hitchlamp.core.words.Said;
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
  public String id() {
    return ID;
  }

  @Override
  public int layout() {
    return 1;
  }

  @Override
  public Class<CircuitsSeen> observed() {
    return CircuitsSeen.class;
  }

  @Override
  public boolean handsOn() {
    return false;
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
    return new OwnCircuits();
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

  private static final class OwnCircuits implements Script<CircuitsSeen> {
    @Override
    public Step next(Scene scene) {
      return scene
          .routine(ROUTINE)
          .<Step>map(r -> new Step.Done(r.done(), CircuitsWords.said("it-has-answered")))
          .orElseGet(() -> new Step.Run(ROUTINE, CircuitsWords.said("it-tests-its-circuits")));
    }

    @Override
    public Optional<Said> act(Act act, Scene scene) {
      return Optional.empty();
    }

    @Override
    public void leaving(Scene scene) {
      // Nothing is observed but the answer.
    }

    @Override
    public CircuitsSeen observed(Scene scene) {
      RoutineEnd r = scene.routine(ROUTINE).orElse(null);
      if (r == null || !r.done()) {
        return new CircuitsSeen(r != null, false, r == null ? "" : r.says(), List.of());
      }
      List<Found> found = found(r.found());
      return new CircuitsSeen(
          true,
          true,
          found.isEmpty()
              ? CircuitsWords.say("no-fault-found-now")
              : CircuitsWords.say("faults-found-now", found.size()),
          found);
    }
  }
}
