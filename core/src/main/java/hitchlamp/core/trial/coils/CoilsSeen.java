package hitchlamp.core.trial.coils;

import java.util.List;

/**
 * What a test of the injector circuits has shown.
 *
 * @param cylinders of the engine by its pack
 * @param told cylinders of which the module tells; 0 before it has told anything
 * @param driven cylinder whose injector is driven until the module has confirmed that it is not, 0
 *     for none
 * @param order in which they are driven
 * @param samples one of each that was driven for long enough
 */
public record CoilsSeen(
    int cylinders, int told, int driven, List<Integer> order, List<CoilSample> samples) {
  private static final int MOST = 32;

  /**
   * @throws IllegalArgumentException where no engine has so many injectors
   */
  public CoilsSeen {
    if (samples.size() > MOST || order.size() > MOST) {
      throw new IllegalArgumentException(CoilWords.say("no-engine-has-so-many"));
    }
    order = List.copyOf(order);
    samples = List.copyOf(samples);
  }
}
