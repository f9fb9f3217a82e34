package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.Lead;
import hitchlamp.core.fault.Recency;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.PackReader;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Tests in the order in which they are worth doing today. */
class TestOrderTest {
  private static String test(String id, int risk, double minutes, String serves) {
    return "  "
        + id
        + ": {kind: x, title: "
        + id
        + ", answers: a, system: s, module: engine, minutes: "
        + minutes
        + ", engine: idling, risk: "
        + risk
        + ", longest: 5, serves: ["
        + serves
        + "], source: none}\n";
  }

  private static final Pack PACK =
      new PackLibrary(
              List.of(
                  PackReader.read("b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n"),
                  PackReader.read(
                      "p",
                      "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\nidentify: {maker: M, model: N}\n"
                          + "modules:\n"
                          + "  engine-port: {title: Port engine, function: 0, instance: 0, address: 0, expected: yes, conversion: v4, like: engine, side: port}\n"
                          + "  engine-starboard: {title: Starboard engine, function: 0, instance: 1, address: 1, expected: yes, conversion: v4, like: engine, side: starboard}\n"
                          + "components:\n"
                          + "  pump: {title: Pump, kind: part, module: engine, signs: [94/18]}\n"
                          + "  valve: {title: Valve, kind: part, module: engine, signs: [27/7]}\n"
                          + "tests:\n"
                          + test("hot", 2, 1, "")
                          + test("long", 1, 30, "pump")
                          + test("short", 1, 3, "")
                          + test("quiet", 0, 5, "")
                          + test("valve-test", 2, 9, "valve"))))
          .with("p");

  private static Lead lead(String id, Recency bearing) {
    return new Lead(
        id,
        "Lead " + id,
        bearing,
        Lead.Mark.NOW,
        List.of(),
        List.of(),
        List.of(),
        1,
        OptionalDouble.empty(),
        false,
        List.of(),
        "");
  }

  private static List<String> order(Lead... leads) {
    return TestOrder.of(PACK.bench().tests().values(), List.of(leads), PACK).stream()
        .map(p -> p.spec().id())
        .toList();
  }

  @Test
  void withoutALeadWhatRisksLeastComesFirstThenWhatIsSoonDone() {
    assertThat(order()).containsExactly("quiet", "short", "long", "hot", "valve-test");
  }

  @Test
  void whatServesALeadOfTodayComesBeforeAllElse() {
    assertThat(order(lead("valve-engine-port", Recency.TODAY)).get(0)).isEqualTo("valve-test");
    assertThat(
            order(
                lead("valve-engine-port", Recency.TODAY),
                lead("pump-engine-starboard", Recency.TODAY)))
        .startsWith("long", "valve-test");
  }

  @Test
  void anOldLeadAndOneThatNoComponentExplainsChangeNothing() {
    List<String> without = order();
    for (Recency b : Recency.values()) {
      if (b != Recency.TODAY) {
        assertThat(order(lead("valve-engine-port", b))).isEqualTo(without);
      }
    }
    assertThat(order(lead("fault:engine/94/18", Recency.TODAY))).isEqualTo(without);
  }

  @Test
  void theOrderOfThePackAndOfTheLeadsDoesNotMatter() {
    List<hitchlamp.core.pack.TestSpec> tests = new ArrayList<>(PACK.bench().tests().values());
    List<Lead> leads =
        new ArrayList<>(
            List.of(
                lead("pump-engine-port", Recency.TODAY), lead("valve-engine-port", Recency.TODAY)));
    List<String> once = null;
    Random random = new Random(3);
    for (int i = 0; i < 50; i++) {
      Collections.shuffle(tests, random);
      Collections.shuffle(leads, random);
      List<String> now = TestOrder.of(tests, leads, PACK).stream().map(p -> p.spec().id()).toList();
      once = once == null ? now : once;
      assertThat(now).isEqualTo(once);
    }
  }
}
