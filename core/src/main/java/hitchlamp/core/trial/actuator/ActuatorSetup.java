package hitchlamp.core.trial.actuator;

import hitchlamp.core.pack.MoveSpec;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a pack says of actuators that are moved with the key on.
 *
 * @param moves each with its place to go
 * @param repeats how often each goes all the way
 * @param walk seconds to walk to it before it moves
 * @param slow percent of the usual time from which on one is slow
 * @param play percent of the way that it may differ between up and down
 */
public record ActuatorSetup(
    List<MoveSpec> moves, int repeats, double walk, double slow, double play) {
  private static final double SWEEP = 10;
  private static final double SWEEP_MOST = 90;

  public ActuatorSetup {
    moves = List.copyOf(moves);
  }

  Optional<MoveSpec> move(String id) {
    return moves.stream().filter(m -> m.id().equals(id)).findFirst();
  }

  /**
   * Values that are commanded: all the way and back some times, then up and down in steps.
   *
   * @param times that it goes all the way
   * @param duty all the way, percent; 0 for that of the pack
   */
  static List<Double> course(MoveSpec m, int times, double duty) {
    List<Double> all = new ArrayList<>();
    for (int i = 0; i < times; i++) {
      all.add(duty > 0 ? duty : m.to());
      all.add(m.base());
    }
    if (!m.feedback().isEmpty()) {
      for (double v = SWEEP; v <= SWEEP_MOST; v += SWEEP) {
        all.add(v);
      }
      for (double v = SWEEP_MOST - SWEEP; v >= SWEEP; v -= SWEEP) {
        all.add(v);
      }
      all.add(m.base());
    }
    return all;
  }
}
