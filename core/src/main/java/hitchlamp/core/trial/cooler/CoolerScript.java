package hitchlamp.core.trial.cooler;

import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Sets everything but the recirculation, waits, opens it, waits until the gas is steady, measures.
 */
final class CoolerScript implements Script<CoolerSeen> {
  /** Reads. */
  static final String FLOW = "flow";

  static final String BEFORE = "before";
  static final String BEHIND = "behind";
  static final String COOLANT = "coolant";
  static final String AIR = "air";
  static final String AMBIENT = "ambient";
  static final String RPM = "rpm";

  private static final double MICROS = 1e6;
  private static final long FRESH_MICROS = 2_500_000;
  private static final long SECOND = 1_000_000;
  private static final long SHUT_MICROS = 15_000_000;
  private static final long OPEN_LEAST_MICROS = 30_000_000;
  private static final long OPEN_MOST_MICROS = 150_000_000;
  private static final long STEADY_OVER_MICROS = 10_000_000;
  private static final int STEADY_PARTS = 4;
  private static final double STEADY_KELVIN = 1.5;
  private static final long MEASURED_MICROS = 10_000_000;

  /** A position and what was commanded agree within so much, in the control's unit. */
  private static final double TAKEN = 4;

  private final CoolerSetup setup;
  private CoolerMoment shut = CoolerMoment.NONE;
  private CoolerMoment open = CoolerMoment.NONE;
  private final List<Double> gas = new ArrayList<>();
  private List<Boolean> taken = List.of();
  private String refused = "";
  private boolean opened;
  private boolean steady;
  private boolean complete;
  private long since = Long.MIN_VALUE;
  private long began = Long.MIN_VALUE;
  private long noted = Long.MIN_VALUE / 2;

  CoolerScript(CoolerSetup setup) {
    this.setup = setup;
  }

  @Override
  public Step next(Scene scene) {
    long now = scene.now();
    note(scene);
    if (!refused.isEmpty()) {
      return new Step.Done(false, CoolerWords.said("one-was-refused", refused));
    }
    if (complete) {
      return new Step.Done(true, CoolerWords.said("it-was-measured"));
    }
    if (!held(scene)) {
      since = now;
    } else if (!opened && now - since >= SHUT_MICROS) {
      shut = moment(scene);
      opened = true;
      since = now;
    } else if (opened && now - since >= OPEN_LEAST_MICROS) {
      steady = steady(scene);
      if (steady || now - since >= OPEN_MOST_MICROS) {
        open = moment(scene);
        taken = taken(scene);
        complete = true;
      }
    }
    return new Step.Set(wanted(), says(scene));
  }

  private boolean held(Scene scene) {
    return wanted().stream().allMatch(p -> scene.control(p.control()).at(p.value()));
  }

  private boolean steady(Scene scene) {
    return scene.read(BEHIND).wander(scene.now() - STEADY_OVER_MICROS, scene.now(), STEADY_PARTS)
        <= STEADY_KELVIN;
  }

  private List<Step.SetPoint> wanted() {
    List<Step.SetPoint> all = new ArrayList<>();
    for (int i = 0; i < setup.moves().size(); i++) {
      MoveSpec m = setup.moves().get(i);
      boolean last = i == setup.moves().size() - 1;
      double value = last && !opened ? m.base() : m.to();
      all.add(
          new Step.SetPoint(
              m.control(),
              value,
              m.does().isEmpty() || last && !opened
                  ? CoolerWords.say("is-held", m.title())
                  : CoolerWords.say("is-held-at", m.title(), m.does()),
              CoolerWords.say("give-back", m.title())));
    }
    return all;
  }

  private Said says(Scene scene) {
    double told = scene.read(BEHIND).last();
    if (!opened) {
      return CoolerWords.said("shut-first");
    }
    return Double.isNaN(told)
        ? CoolerWords.said("waiting")
        : CoolerWords.said("waiting-at", new Figure(told, Unit.CELSIUS, 0));
  }

  private static CoolerMoment moment(Scene scene) {
    return new CoolerMoment(
        mean(scene, FLOW), mean(scene, BEFORE), mean(scene, BEHIND), mean(scene, COOLANT));
  }

  private static double mean(Scene scene, String name) {
    return scene.read(name).level(scene.now() - MEASURED_MICROS, scene.now()).mean();
  }

  private List<Boolean> taken(Scene scene) {
    return setup.moves().stream()
        .map(
            m -> {
              double told = m.feedback().isEmpty() ? Double.NaN : fresh(scene, m.feedback());
              return Double.isNaN(told) || Math.abs(told - m.to()) <= TAKEN;
            })
        .toList();
  }

  private static double fresh(Scene scene, String name) {
    SampleWindow w = scene.read(name);
    return scene.now() - w.lastMicros() <= FRESH_MICROS ? w.last() : Double.NaN;
  }

  private void note(Scene scene) {
    if (began == Long.MIN_VALUE) {
      began = scene.now();
    }
    double told = fresh(scene, BEHIND);
    if (scene.now() - noted >= SECOND && !Double.isNaN(told) && gas.size() < CoolerSeen.MOST) {
      noted = scene.now();
      gas.add(told);
    }
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    return Optional.empty();
  }

  @Override
  public boolean refused(String control, Said why, Scene scene) {
    refused = why.text();
    return true;
  }

  @Override
  public void leaving(Scene scene) {
    // What was seen until now is kept as it is.
  }

  @Override
  public CoolerSeen observed(Scene scene) {
    return new CoolerSeen(
        shut,
        open,
        taken,
        refused,
        scene.read(AIR).last(),
        scene.read(AMBIENT).last(),
        steady,
        began == Long.MIN_VALUE ? 0 : (scene.now() - began) / MICROS,
        gas,
        complete);
  }
}
