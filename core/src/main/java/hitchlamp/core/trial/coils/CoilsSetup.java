package hitchlamp.core.trial.coils;

import java.util.List;

/**
 * What a pack says of the injector circuits.
 *
 * @param banks cylinders of each driver, in the order in which they are driven
 * @param seconds that each is driven
 * @param slowPercent by so much longer than the median a rise is slow
 * @param fastPercent by so much shorter turns are shorted
 * @param offPercent by so much more or less than the median a holding share is off
 * @param riseMicros nominal, by which it is told which of two banks is off
 */
record CoilsSetup(
    List<List<Integer>> banks,
    double seconds,
    double slowPercent,
    double fastPercent,
    double offPercent,
    double riseMicros) {
  CoilsSetup {
    banks = banks.stream().map(List::copyOf).toList();
  }

  List<Integer> order() {
    return banks.stream().flatMap(List::stream).sorted().toList();
  }

  int cylinders() {
    return order().size();
  }
}
