package hitchlamp.core.trial.agreement;

import hitchlamp.core.agreement.SensorReading;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads for some seconds, then it is over. */
final class AgreementScript implements Script<AgreementSeen> {
  private final Agreement.Setup setup;
  private long began = Long.MIN_VALUE;

  AgreementScript(Agreement.Setup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    double left = setup.seconds() - (scene.now() - began) / 1e6;
    return left <= 0
        ? new Step.Done(true, AgreementTestWords.said("every-sensor-was-read"))
        : new Step.Ask(
            List.of(), AgreementTestWords.said("reading-so-long", (long) Math.ceil(left)));
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // What was read until now is kept as it is.
  }

  @Override
  public AgreementSeen observed(Scene scene) {
    List<SensorReading> readings = new ArrayList<>();
    List<Integer> missing = new ArrayList<>();
    for (Agreement.Told told : setup.told().values()) {
      Level level = window(told, scene).level(began, scene.now());
      if (level.count() > 0) {
        readings.add(new SensorReading(told.spn(), level.mean(), level.deviation(), level.count()));
      } else {
        missing.add(told.spn());
      }
    }
    boolean complete = began != Long.MIN_VALUE && scene.now() - began >= setup.seconds() * 1e6;
    return new AgreementSeen(scene.module(), complete, readings, missing);
  }

  private static SampleWindow window(Agreement.Told told, Scene scene) {
    return told.read().isEmpty() ? scene.value(told.spn()) : scene.read(told.read());
  }
}
