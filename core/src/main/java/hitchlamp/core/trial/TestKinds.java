package hitchlamp.core.trial;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.actuator.Actuators;
import hitchlamp.core.trial.agreement.Agreement;
import hitchlamp.core.trial.airdrive.AirDrive;
import hitchlamp.core.trial.airpath.AirPath;
import hitchlamp.core.trial.balance.Balance;
import hitchlamp.core.trial.circuits.Circuits;
import hitchlamp.core.trial.coils.Coils;
import hitchlamp.core.trial.compression.Compression;
import hitchlamp.core.trial.contribution.Contribution;
import hitchlamp.core.trial.conversion.Conversion;
import hitchlamp.core.trial.cooler.CoolerFlow;
import hitchlamp.core.trial.cutout.Cutout;
import hitchlamp.core.trial.dosing.Dosing;
import hitchlamp.core.trial.filter.FilterCondition;
import hitchlamp.core.trial.fluid.FluidQuality;
import hitchlamp.core.trial.lamps.LampCheck;
import hitchlamp.core.trial.loaded.LoadedCutout;
import hitchlamp.core.trial.quantity.DosedQuantity;
import hitchlamp.core.trial.rail.RailPressure;
import hitchlamp.core.trial.regeneration.Regeneration;
import hitchlamp.core.trial.restore.InjectorRestore;
import hitchlamp.core.trial.routine.Routine;
import java.util.List;
import java.util.Optional;

/** Every kind of test that there is. */
public final class TestKinds {
  private static final List<TestKind<?, ?>> ALL =
      List.of(
          new Actuators(),
          new Agreement(),
          new AirDrive(),
          new AirPath(),
          new Balance(),
          new Circuits(),
          new Coils(),
          new Compression(),
          new Contribution(),
          new Conversion(),
          new CoolerFlow(),
          new Cutout(),
          new DosedQuantity(),
          new Dosing(),
          new FilterCondition(),
          new FluidQuality(),
          new InjectorRestore(),
          new LampCheck(),
          new LoadedCutout(),
          new RailPressure(),
          new Regeneration(),
          new Routine());

  private TestKinds() {}

  public static List<TestKind<?, ?>> all() {
    return ALL;
  }

  /** The kind of that name. */
  public static Optional<TestKind<?, ?>> find(String id) {
    return ALL.stream().filter(k -> k.id().equals(id)).findFirst();
  }

  /**
   * Whether every test of a pack is of a kind that there is, and has what its kind needs.
   *
   * @throws hitchlamp.yaml.YamlFault at the first that is not
   */
  public static void check(Pack pack) {
    for (TestSpec t : pack.bench().tests().values()) {
      of(t).read(t, pack);
    }
  }

  /**
   * The kind of a test.
   *
   * @throws hitchlamp.yaml.YamlFault where there is no such kind
   */
  public static TestKind<?, ?> of(TestSpec test) {
    return find(test.kind())
        .orElseThrow(
            () ->
                test.place()
                    .fault(
                        TrialWords.say(
                            "there-is-no-kind-of-test",
                            test.kind(),
                            ALL.stream().map(TestKind::id).toList())));
  }
}
