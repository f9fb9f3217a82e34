package hitchlamp.core.trial.airpath;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The air path at raised idle: each actuator is moved in turn and comes back to its base, and the
 * pressures and the flow that answer are compared with those of a nominal unit in this air.
 */
public final class AirPath implements TestKind<AirPathSetup, AirSeen> {
  /** The move that holds the speed. */
  static final String SPEED = "speed";

  /** The move that stands for all actuators at their base. */
  static final String BASE = "base";

  private static final double SHOWN_SECONDS = 0.45;

  private static final List<String> READS =
      List.of(
          AirPathScript.INTAKE,
          AirPathScript.EXHAUST,
          AirPathScript.AIR,
          AirPathScript.AMBIENT,
          AirPathScript.TURBO,
          AirPathScript.RPM);

  /** What can be expected of a move. */
  private static final Set<String> ANSWERS =
      Set.of(
          AirPathScript.INTAKE,
          AirPathScript.EXHAUST,
          AirPathScript.FLOW,
          AirPathScript.TURBO,
          AirMove.HEAD);

  @Override
  public Head<AirSeen> head() {
    return new Head<>("airpath", 1, AirSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public AirPathSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(AirPathWords.say("needs-a-read", name));
      }
    }
    for (MoveSpec m : spec.moves()) {
      boolean stands = m.id().equals(BASE) || m.id().equals(SPEED);
      if (!m.control().isEmpty() && pack.bench().control(spec, m.control()).isEmpty()
          || m.control().isEmpty() && !m.id().equals(BASE)) {
        throw spec.place().fault(AirPathWords.say("needs-its-control", m.id(), m.control()));
      }
      if (!stands && (m.feedback().isEmpty() || m.base() == m.to())) {
        throw spec.place().fault(AirPathWords.say("needs-its-feedback", m.id()));
      }
      if (m.expected().stream().anyMatch(r -> !ANSWERS.contains(r.of()))) {
        throw spec.place().fault(AirPathWords.say("knows-no-answer", m.id(), ANSWERS));
      }
    }
    List<MoveSpec> moves =
        spec.moves().stream().filter(m -> !m.id().equals(BASE) && !m.id().equals(SPEED)).toList();
    if (moves.isEmpty()) {
      throw spec.place().fault(AirPathWords.say("needs-moves"));
    }
    return new AirPathSetup(
        named(spec, SPEED),
        named(spec, BASE),
        moves,
        spec.figure("rpm", 500, 3_000),
        spec.figure("zero", 0.5, 30, 7));
  }

  private static Optional<MoveSpec> named(TestSpec spec, String id) {
    return spec.moves().stream().filter(m -> m.id().equals(id)).findFirst();
  }

  @Override
  public boolean understands(AirPathSetup setup, Act act) {
    return false;
  }

  @Override
  public Script<AirSeen> script(AirPathSetup setup) {
    return new AirPathScript(setup);
  }

  @Override
  public boolean saw(AirSeen seen) {
    return seen.points().stream().anyMatch(p -> p.stage() == AirStage.OUT);
  }

  /** Two points a second, each with the position of the actuator that is moved alone. */
  @Override
  public AirSeen shown(AirSeen seen) {
    List<AirPoint> thin = new ArrayList<>();
    for (AirPoint p : seen.points()) {
      if (thin.isEmpty() || p.at() >= thin.get(thin.size() - 1).at() + SHOWN_SECONDS) {
        boolean moved = p.move() >= 0 && p.move() < p.positions().size();
        thin.add(p.with(moved ? List.of(p.positions().get(p.move())) : List.of()));
      }
    }
    return seen.with(thin);
  }

  @Override
  public Judgement judge(AirPathSetup setup, AirSeen seen) {
    return AirPathJudge.of(setup, seen);
  }
}
