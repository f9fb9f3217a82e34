package hitchlamp.core.trial.airdrive;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.Set;

/**
 * The air path of a unit whose module lets nobody move an actuator: pedal, load and engine brake
 * make the module move them, and the same is judged as where a tool moves them.
 */
public final class AirDrive implements TestKind<AirDriveSetup, AirDriveSeen> {
  /** Act: it is judged by what was driven until now. */
  public static final String ENOUGH = "enough";

  private static final List<String> READS =
      List.of(
          AirDriveScript.PEDAL,
          AirDriveScript.RPM,
          AirDriveScript.INJECTED,
          AirDriveScript.INTAKE,
          AirDriveScript.EXHAUST,
          AirDriveScript.AIR,
          AirDriveScript.AMBIENT,
          AirDriveScript.TURBO);

  private static final Set<String> ANSWERS = Set.of(AirDriveScript.INTAKE, AirDriveScript.EXHAUST);

  @Override
  public Head<AirDriveSeen> head() {
    return new Head<>("airdrive", 1, AirDriveSeen.class, Attended.LISTENING);
  }

  @Override
  public AirDriveSetup read(TestSpec spec, Pack pack) {
    for (String name : READS) {
      needs(spec, pack, name);
    }
    for (MoveSpec m : spec.moves()) {
      needs(spec, pack, m.feedback());
      needs(spec, pack, m.commanded());
      if (m.expected().stream().anyMatch(r -> !ANSWERS.contains(r.of()))) {
        throw spec.place().fault(AirDriveWords.say("knows-no-answer", m.id(), ANSWERS));
      }
      if (m.id().equals(Stretches.RECIRCULATION)) {
        needs(spec, pack, AirDriveScript.FLOW);
        needs(spec, pack, AirDriveScript.GAS);
      }
    }
    if (spec.moves().isEmpty()) {
      throw spec.place().fault(AirDriveWords.say("needs-moves"));
    }
    return new AirDriveSetup(
        spec.moves(),
        spec.figure("rpm", 500, 3_000),
        spec.figure("full", 10, 1_000),
        spec.figure("valve", 0, 10_000, 0),
        spec.figure("zero", 0.5, 30, 7),
        spec.figure("cooler", 1, 10_000, 1));
  }

  private static void needs(TestSpec spec, Pack pack, String name) {
    if (!pack.services().identifiers().containsKey(spec.reads().getOrDefault(name, -1))) {
      throw spec.place().fault(AirDriveWords.say("needs-a-read", name));
    }
  }

  @Override
  public boolean understands(AirDriveSetup setup, Act act) {
    return act.action().equals(ENOUGH) && act.arguments().isEmpty();
  }

  @Override
  public Script<AirDriveSeen> script(AirDriveSetup setup) {
    return new AirDriveScript(setup);
  }

  @Override
  public boolean saw(AirDriveSeen seen) {
    return !seen.rows().isEmpty();
  }

  @Override
  public AirDriveSeen shown(AirDriveSeen seen) {
    return seen.forAPage();
  }

  @Override
  public Judgement judge(AirDriveSetup setup, AirDriveSeen seen) {
    return AirDriveJudge.of(setup, seen);
  }
}
