package hitchlamp.core.trial;

import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import java.util.List;

/**
 * Benches that run side by side, one a module. It asks for nothing itself: it lasts as long as the
 * last of them, so that they have one turn together.
 */
public final class BenchGroup implements Procedure<List<BenchState<?>>> {
  private static final long LOOK_MICROS = 100_000;

  private final List<Bench<?, ?>> benches;

  public BenchGroup(List<Bench<?, ?>> benches) {
    this.benches = List.copyOf(benches);
  }

  /** The benches, each to be run by itself. */
  public List<Bench<?, ?>> benches() {
    return benches;
  }

  @Override
  public List<Command> on(Event event) {
    boolean looks = event instanceof Event.Began || event instanceof Event.Ticked;
    return looks && !finished()
        ? List.of(new Command.WakeAt(event.micros() + LOOK_MICROS))
        : List.of();
  }

  @Override
  public List<BenchState<?>> result() {
    return benches.stream().<BenchState<?>>map(Bench::result).toList();
  }

  @Override
  public boolean finished() {
    return benches.stream().allMatch(Bench::finished);
  }
}
