package hitchlamp.core.trial.compression;

import java.util.List;

/**
 * What a pack says of a test of the relative compression.
 *
 * @param firing order in which the cylinders fire, evenly apart
 * @param parts in which the module times a segment
 * @param cycles that are wanted
 * @param lowBelow percent of the median below which a cylinder is low
 * @param noneBelow percent below which it has no compression at all
 * @param sagBelow share of the resting supply below which the batteries are too weak
 * @param slowRpm crank speed below which nothing can be told
 * @param fastRpm mean crank speed above which all may be low
 * @param dipRpm fall of speed at a compression below which all may be low
 * @param shape of one compression
 */
record CompressionSetup(
    List<Integer> firing,
    int parts,
    int cycles,
    double lowBelow,
    double noneBelow,
    double sagBelow,
    double slowRpm,
    double fastRpm,
    double dipRpm,
    SqueezeShape shape) {
  CompressionSetup {
    firing = List.copyOf(firing);
  }

  int cylinders() {
    return firing.size();
  }
}
