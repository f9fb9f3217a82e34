package hitchlamp.standin.model;

import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/**
 * By how much the cylinders of one sound engine differ from each other. Common practice, no source:
 * injectors are trimmed by their code, clearances kept by the maker, rings bed in as they will.
 *
 * @param injector what each injects relative to what is commanded, cylinder 1 first
 * @param rings leak of each relative to the engine's mean
 * @param squeeze pressure that each reaches relative to the engine's mean
 */
record EachCylinder(double[] injector, double[] rings, double[] squeeze) {
  private static final double INJECTOR = 0.02;
  private static final double RINGS = 0.10;
  private static final double SQUEEZE = 0.01;

  /** All alike. */
  static EachCylinder alike(int cylinders) {
    return new EachCylinder(ones(cylinders), ones(cylinders), ones(cylinders));
  }

  /** One engine's. */
  static EachCylinder of(int cylinders, SplittableRandom random) {
    return new EachCylinder(
        drawn(cylinders, () -> 1 + INJECTOR * (2 * random.nextDouble() - 1)),
        drawn(cylinders, () -> 1 + RINGS * (2 * random.nextDouble() - 1)),
        drawn(cylinders, () -> 1 + SQUEEZE * (2 * random.nextDouble() - 1)));
  }

  /** What each makes of a share that a defect leaves. */
  static double[] times(double[] each, double[] share) {
    return IntStream.range(0, each.length).mapToDouble(i -> each[i] * share[i]).toArray();
  }

  private static double[] ones(int cylinders) {
    return drawn(cylinders, () -> 1);
  }

  private static double[] drawn(int cylinders, DoubleSupplier one) {
    return DoubleStream.generate(one).limit(cylinders).toArray();
  }
}
