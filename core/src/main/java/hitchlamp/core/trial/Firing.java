package hitchlamp.core.trial;

import hitchlamp.core.pack.TestSpec;
import java.util.List;
import java.util.stream.IntStream;

/** The firing order that a pack gives of a test of cylinders. */
public final class Firing {
  private Firing() {}

  /**
   * The cylinders in their firing order.
   *
   * @param fewest that the test needs
   * @throws hitchlamp.yaml.YamlFault where {@code lists.firing} does not name each cylinder once
   */
  public static List<Integer> of(TestSpec spec, int fewest) {
    List<Integer> firing = spec.lists().getOrDefault("firing", List.of());
    List<Integer> sorted = firing.stream().sorted().toList();
    if (firing.size() < fewest
        || !sorted.equals(IntStream.rangeClosed(1, firing.size()).boxed().toList())) {
      throw spec.place().fault(TrialWords.say("firing-names-each-cylinder-once", fewest));
    }
    return firing;
  }
}
