package hitchlamp.core.trial.airpath;

import hitchlamp.core.pack.MoveSpec;
import java.util.List;
import java.util.Optional;

/**
 * What a pack says of a test of the air path, of a nominal unit.
 *
 * @param speed the speed that is held; empty where the unit holds it by itself
 * @param base what a sound unit shows with all actuators at their base
 * @param moves in the order in which they are made
 * @param rpm that is held
 * @param zeroKpa what the sensors may show beside the air with the engine standing
 */
public record AirPathSetup(
    Optional<MoveSpec> speed,
    Optional<MoveSpec> base,
    List<MoveSpec> moves,
    double rpm,
    double zeroKpa) {
  public AirPathSetup {
    moves = List.copyOf(moves);
  }
}
