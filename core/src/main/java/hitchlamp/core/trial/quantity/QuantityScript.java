package hitchlamp.core.trial.quantity;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Level;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;

/** The beaker is put below, the module doses, the person weighs. */
final class QuantityScript implements Script<QuantitySeen> {
  /** Routine: the module doses a quantity. */
  static final String DOSE = "dose";

  /** Reads. */
  static final String ASKED = "asked";

  static final String PRESSURE = "pressure";

  private static final double GROWS = 0.005;

  private boolean ready;
  private boolean done;
  private boolean ran;
  private boolean answered;
  private double caught = Double.NaN;
  private double asked = Double.NaN;
  private long from = Long.MIN_VALUE;
  private long to = Long.MIN_VALUE;
  private long since = Long.MAX_VALUE;

  @Override
  public Step next(Scene scene) {
    if (!ready) {
      return new Step.Ask(
          List.of(choice(DosedQuantity.READY, "it-hangs-in-the-beaker")),
          QuantityWords.said("put-the-beaker"));
    }
    since = Math.min(since, scene.now());
    note(scene);
    Optional<RoutineEnd> end = scene.routine(DOSE);
    if (end.isEmpty()) {
      return new Step.Run(DOSE, QuantityWords.said(from == Long.MIN_VALUE ? "fills" : "doses"));
    }
    ran = true;
    done = end.get().done();
    if (!done) {
      return new Step.Done(false, QuantityWords.said("the-module-says", end.get().says()));
    }
    return answered
        ? new Step.Done(true, QuantityWords.said("it-is-over"))
        : new Step.Ask(
            List.of(choice(DosedQuantity.LOST, "was-lost")), QuantityWords.said("weigh-it"));
  }

  private static Step.Choice choice(String act, String says) {
    return new Step.Choice(Act.of(act), QuantityWords.said(says));
  }

  /** What was asked for grows while it doses; what stood there before is of another run. */
  private void note(Scene scene) {
    if (scene.read(ASKED).lastMicros() < since) {
      return;
    }
    double now = scene.read(ASKED).last();
    if (Double.isNaN(asked) || now < asked) {
      asked = now;
    } else if (now > asked + GROWS) {
      from = from == Long.MIN_VALUE ? scene.now() : from;
      to = scene.now();
      asked = now;
    }
  }

  @Override
  public Optional<Said> act(Act act, Scene scene) {
    switch (act.action()) {
      case DosedQuantity.READY -> ready = true;
      case DosedQuantity.LOST -> {
        if (!ran) {
          return Optional.of(QuantityWords.said("not-dosed-yet"));
        }
        answered = true;
      }
      default -> {
        if (!ran) {
          return Optional.of(QuantityWords.said("not-dosed-yet"));
        }
        answered = true;
        caught = DosedQuantity.grams(act).orElse(Double.NaN);
      }
    }
    return Optional.empty();
  }

  @Override
  public void leaving(Scene scene) {
    // What the module did until now stays as it is.
  }

  @Override
  public QuantitySeen observed(Scene scene) {
    boolean dosed = from != Long.MIN_VALUE;
    return new QuantitySeen(
        dosed ? asked : ready ? 0 : Double.NaN,
        dosed ? Math.rint((to - from) / 1e5) / 10 : 0,
        dosed ? scene.read(PRESSURE).level(from, to) : Level.NONE,
        done,
        answered,
        caught);
  }
}
