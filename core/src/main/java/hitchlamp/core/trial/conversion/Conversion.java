package hitchlamp.core.trial.conversion;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;

/** Conversion of nitrogen oxides over a drive, or standing: only listened to. */
public final class Conversion implements TestKind<ConversionSetup, ConversionSeen> {
  /** Act: it is judged by what was driven until now. */
  public static final String ENOUGH = "enough";

  @Override
  public Head<ConversionSeen> head() {
    return new Head<>("conversion", 1, ConversionSeen.class, Attended.LISTENING);
  }

  @Override
  public ConversionSetup read(TestSpec spec, Pack pack) {
    for (int spn : Gases.NEEDED) {
      if (!spec.values().contains(spn)) {
        throw spec.place().fault(ConversionWords.say("needs-a-value", spn));
      }
    }
    ConversionSetup usual = ConversionSetup.USUAL;
    return new ConversionSetup(
        spec.figure("limit", 1, 99),
        spec.figure("normal", 1, 100),
        spec.figure("sensor-ppm", 0.5, 50, usual.sensorPpm()),
        spec.figure("sensor-share", 0.5, 30, usual.sensorShare()),
        spec.figure("warm", 180, 350, usual.warmC()),
        spec.figure("hot", 350, 600, usual.hotC()),
        spec.figure("steady", 30, 1_800, 180),
        spec.figure("overrun", 3, 60, usual.overrunSeconds()),
        spec.figure("most-raw", 1, 200, usual.mostRaw()),
        spec.figure("cruise", 0, 120, 0),
        spec.figure("stand", 500, 3_000, usual.standRpm()));
  }

  @Override
  public boolean understands(ConversionSetup setup, Act act) {
    return act.action().equals(ENOUGH) && act.arguments().isEmpty();
  }

  @Override
  public Script<ConversionSeen> script(ConversionSetup setup) {
    return new ConversionScript(setup);
  }

  @Override
  public boolean saw(ConversionSeen seen) {
    return !seen.rows().isEmpty();
  }

  @Override
  public ConversionSeen shown(ConversionSeen seen) {
    return seen.forAPage();
  }

  @Override
  public Judgement judge(ConversionSetup setup, ConversionSeen seen) {
    return ConversionJudge.of(setup, seen.rows());
  }
}
