package hitchlamp.core.trial.airdrive;

import hitchlamp.core.pack.MoveSpec;
import java.util.List;

/**
 * What a pack says of the air path in a drive, of a nominal unit.
 *
 * @param moves actuators that the module moves by itself
 * @param rpm speed to which what is expected belongs
 * @param full fuel a stroke to which what is expected of a pull belongs, mg
 * @param valve effective area of the open recirculation valve, mm²; 0 where its path is not judged
 * @param zeroKpa what the two pressure sensors may differ by with the engine standing
 * @param cooler effective area of a clear recirculation cooler, mm²
 */
public record AirDriveSetup(
    List<MoveSpec> moves, double rpm, double full, double valve, double zeroKpa, double cooler) {
  public AirDriveSetup {
    moves = List.copyOf(moves);
  }

  /** Place of the actuator of which the pack says that it is moved by this part of a drive. */
  int place(String id) {
    for (int i = 0; i < moves.size(); i++) {
      if (moves.get(i).id().equals(id)) {
        return i;
      }
    }
    return -1;
  }
}
