package hitchlamp.core.trial.actuator;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.Arrays;
import java.util.regex.Pattern;

/**
 * Single actuators with the key on: one is sent all the way and back some times, then up and down
 * in steps, and what its position tells is compared with what is commanded. Of one without a
 * position a person says whether it moved.
 */
public final class Actuators implements TestKind<ActuatorSetup, ActuatorSeen> {
  /** Act, with the id of a move: it is moved. */
  public static final String MOVE = "move";

  /** Act, with percent: so far they are sent from now on. */
  public static final String DUTY = "duty";

  /** Act, with seconds: so long there is to walk to it before it moves. */
  public static final String WALK = "walk";

  /** Act, with a number: so often it goes all the way. */
  public static final String REPEATS = "repeats";

  /** Act, with an {@link ActuatorRun.Answer}: what was seen. */
  public static final String SAW = "saw";

  /** Act: no more of them. */
  public static final String ENOUGH = "enough";

  private static final Pattern NUMBER = Pattern.compile("[0-9]{1,3}");
  private static final int LEAST_DUTY = 20;
  private static final int MOST_WALK = 60;
  private static final int MOST_REPEATS = 6;

  @Override
  public Head<ActuatorSeen> head() {
    return new Head<>("actuator", 1, ActuatorSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public ActuatorSetup read(TestSpec spec, Pack pack) {
    if (spec.moves().isEmpty()) {
      throw spec.place().fault(ActuatorWords.say("needs-moves"));
    }
    for (MoveSpec m : spec.moves()) {
      if (pack.bench().control(spec, m.control()).isEmpty() || m.base() == m.to()) {
        throw spec.place().fault(ActuatorWords.say("needs-its-control", m.id()));
      }
    }
    return new ActuatorSetup(
        spec.moves(),
        (int) spec.figure("repeats", 1, MOST_REPEATS, 3),
        spec.figure("walk", 0, MOST_WALK, 15),
        spec.figure("slow", 105, 400, 117),
        spec.figure("play", 1, 30, 5));
  }

  @Override
  public boolean understands(ActuatorSetup setup, Act act) {
    return switch (act.action()) {
      case MOVE -> act.arguments().size() == 1 && setup.move(act.arguments().get(0)).isPresent();
      case DUTY -> whole(act, LEAST_DUTY, 100);
      case WALK -> whole(act, 0, MOST_WALK);
      case REPEATS -> whole(act, 1, MOST_REPEATS);
      case SAW ->
          act.arguments().size() == 1
              && Arrays.stream(ActuatorRun.Answer.values())
                  .anyMatch(a -> a.name().equals(act.arguments().get(0)));
      case ENOUGH -> act.arguments().isEmpty();
      default -> false;
    };
  }

  @Override
  public boolean tells(Act act) {
    return act.action().equals(SAW);
  }

  private static boolean whole(Act act, int least, int most) {
    return act.arguments().size() == 1
        && NUMBER.matcher(act.arguments().get(0)).matches()
        && Integer.parseInt(act.arguments().get(0)) >= least
        && Integer.parseInt(act.arguments().get(0)) <= most;
  }

  @Override
  public Script<ActuatorSeen> script(ActuatorSetup setup) {
    return new ActuatorScript(setup);
  }

  @Override
  public boolean saw(ActuatorSeen seen) {
    return seen.runs().stream().anyMatch(r -> r.step() > 0 || !r.refused().isEmpty());
  }

  /** The first way out and back as it was; of the rest a few points each. */
  @Override
  public ActuatorSeen shown(ActuatorSeen seen) {
    return seen.with(seen.runs().stream().map(ActuatorRun::thin).toList());
  }

  @Override
  public Judgement judge(ActuatorSetup setup, ActuatorSeen seen) {
    return ActuatorJudge.of(setup, seen);
  }
}
