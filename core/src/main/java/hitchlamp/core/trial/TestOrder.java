package hitchlamp.core.trial;

import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/**
 * The order in which tests are worth doing: those that throw light on today's leads first, and of
 * these what costs and risks least.
 */
public final class TestOrder {
  private TestOrder() {}

  /**
   * A test in its place.
   *
   * @param spec the test
   * @param leads titles of today's leads on which it throws light, the most pressing first
   */
  public record Placed(TestSpec spec, List<String> leads) {}

  /**
   * Puts tests in their order.
   *
   * @param leads of the last read; only those of today count
   */
  public static List<Placed> of(Collection<TestSpec> tests, List<Lead> leads, Pack pack) {
    return tests.stream()
        .map(t -> new Placed(t, served(t, leads, pack)))
        .sorted(
            Comparator.comparing((Placed p) -> p.leads().isEmpty())
                .thenComparing(p -> p.spec().risk())
                .thenComparing(p -> p.spec().minutes()))
        .toList();
  }

  private static List<String> served(TestSpec t, List<Lead> leads, Pack pack) {
    return leads.stream()
        .filter(l -> l.bearing() == Recency.TODAY)
        .filter(
            l -> {
              Component c = pack.components().get(l.id());
              return c != null && t.serves().contains(c.base());
            })
        .map(Lead::title)
        .toList();
  }
}
