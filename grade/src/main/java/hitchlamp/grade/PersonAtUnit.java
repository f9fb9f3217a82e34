package hitchlamp.grade;

import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchState.Stage;
import hitchlamp.core.trial.actuator.ActuatorSeen;
import hitchlamp.core.trial.actuator.Actuators;
import hitchlamp.core.trial.airpath.AirSeen;
import hitchlamp.core.trial.airpath.AirStage;
import hitchlamp.core.trial.coils.Coils;
import hitchlamp.core.trial.coils.CoilsSeen;
import hitchlamp.core.trial.compression.CompressionSeen;
import hitchlamp.core.trial.dosing.DosingSeen;
import hitchlamp.core.trial.fluid.FluidSeen;
import hitchlamp.core.trial.loaded.LoadedSeen;
import hitchlamp.core.trial.quantity.DosedQuantity;
import hitchlamp.core.trial.quantity.QuantitySeen;
import hitchlamp.core.trial.rail.RailSeen;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.unit.SimUnit;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;

/** Somebody at the unit who does what a test says, with a moment to react. */
final class PersonAtUnit implements Consumer<BenchState<?>> {
  private static final long REACTS_MICROS = 700_000;
  private static final double SHUT = 0.8;
  private static final double ONE_SPEED_RPM = 1_200;
  private static final double HARD = 0.85;
  private static final double PULLS_SECONDS = 14;

  private final SimUnit unit;
  private final Consumer<String> says;
  private final PullDriver driver;
  private final RailHand hand;
  private double most;
  private Object told;
  private long since;

  /**
   * @param says what the person answers to the test
   */
  PersonAtUnit(SimUnit unit, Consumer<String> says) {
    this.unit = unit;
    this.says = says;
    this.driver = new PullDriver(unit, HARD, PULLS_SECONDS);
    this.hand = new RailHand(unit, unit.cab(1).rpm() > ONE_SPEED_RPM, 1, 2);
  }

  @Override
  public void accept(BenchState<?> state) {
    if (state.stage() != Stage.RUNNING) {
      return;
    }
    if (state.observed() instanceof RailSeen rail) {
      hand.follow(rail);
      return;
    }
    if (state.observed() instanceof AirSeen air) {
      boolean start = air.stage() == AirStage.START && !unit.cab(1).engineRunning();
      unit.key(start ? EngineState.Key.CRANK : EngineState.Key.ON);
      return;
    }
    if (state.observed() instanceof ActuatorSeen actuators) {
      move(state, actuators);
      return;
    }
    if (state.observed() instanceof LoadedSeen l) {
      driver.drive(l.next() >= 0);
      return;
    }
    Object order =
        state.observed() instanceof CompressionSeen c ? c.stage() : state.choices().size();
    if (!order.equals(told)) {
      told = order;
      since = unit.now();
    }
    if (unit.now() - since < REACTS_MICROS) {
      return;
    }
    if (state.observed() instanceof CompressionSeen c) {
      switch (c.stage()) {
        case CRANK, KEEP_CRANKING, CRANK_AGAIN -> unit.key(EngineState.Key.CRANK);
        default -> unit.key(EngineState.Key.ON);
      }
    } else if (state.observed() instanceof CoilsSeen && !state.choices().isEmpty()) {
      says.accept(Coils.NOT_HEARD);
    } else if (state.observed() instanceof DosingSeen && !state.choices().isEmpty()) {
      says.accept("looked " + (unit.firstEngine().fluidLineIsWet() ? "LINE" : "DRY"));
    } else if (state.observed() instanceof QuantitySeen q && !state.choices().isEmpty()) {
      says.accept(
          q.asked() > 0
              ? String.format(Locale.ROOT, "caught %.1f GRAM", unit.firstEngine().beakerGrams())
              : DosedQuantity.READY);
    } else if (state.observed() instanceof FluidSeen && !state.choices().isEmpty()) {
      double urea = unit.firstEngine().fluidUrea();
      says.accept(String.format(Locale.ROOT, "refractometer %.1f PERCENT", urea));
    }
  }

  /** Each actuator once, in the order in which they are offered; then no more. */
  private void move(BenchState<?> state, ActuatorSeen seen) {
    most = Math.max(most, unit.firstEngine().backPressureValve());
    if (state.choices().isEmpty()) {
      return;
    }
    List<Act> offered = state.choices().stream().map(c -> c.act()).toList();
    if (offered.get(0).action().equals(Actuators.SAW)) {
      says.accept(Actuators.SAW + " " + (most > SHUT ? "MOVED" : "STOOD"));
      return;
    }
    says.accept(
        offered.stream()
            .filter(a -> a.action().equals(Actuators.MOVE))
            .map(a -> a.arguments().get(0))
            .filter(id -> seen.runs().stream().noneMatch(r -> r.id().equals(id)))
            .findFirst()
            .map(id -> Actuators.MOVE + " " + id)
            .orElse(Actuators.ENOUGH));
  }
}
