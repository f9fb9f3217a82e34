package hitchlamp.server.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.BenchTrace;
import hitchlamp.core.trial.StoredTrial;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.server.config.CompressedJson;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What was seen in runs, as it stands in the database, of every layout that there ever was. */
@Component
public class StoredRuns {
  private final CompressedJson stored;
  private final JsonMapper json;

  StoredRuns(CompressedJson stored, JsonMapper json) {
    this.stored = stored;
    this.json = json;
  }

  /** As it is stored. */
  public byte[] write(StoredTrial<?> seen) {
    return stored.write(seen);
  }

  /**
   * Reads a run back.
   *
   * @param layout version of what the kind observes; 0 is that of cutouts before the bench
   */
  public <S, O> StoredTrial<O> read(TestKind<S, O> kind, int layout, byte[] content) {
    return of(kind, layout, json.readTree(stored.text(content)));
  }

  /**
   * What came from elsewhere, checked by its type before it is stored.
   *
   * @throws RuntimeException where there is no such kind, or it is not what the kind observes
   */
  public byte[] checked(String kind, int layout, JsonNode tree) {
    of(
        TestKinds.find(kind)
            .orElseThrow(
                () -> new IllegalArgumentException(TrialWords.say("no-kind-of-test-is", kind))),
        layout,
        tree);
    return stored.write(tree);
  }

  /**
   * What was observed as its kind has it: what comes out of the spool is no more than its JSON.
   * Empty where it is of a layout that is no more; it is stored all the same.
   */
  <O> Optional<O> observed(TestKind<?, O> kind, Object observed) {
    if (kind.observed().isInstance(observed)) {
      return Optional.of(kind.observed().cast(observed));
    }
    try {
      return Optional.of(json.convertValue(observed, kind.observed()));
    } catch (JacksonException | IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private <S, O> StoredTrial<O> of(TestKind<S, O> kind, int layout, JsonNode tree) {
    if (layout < 0 || layout > kind.layout()) {
      throw new IllegalArgumentException(
          TrialWords.say("its-layout-is-not-known", kind.id(), layout, kind.layout()));
    }
    if (layout == 0) {
      return new StoredTrial<>(
          json.treeToValue(beforeTheBench(tree), kind.observed()), traceBeforeTheBench(tree));
    }
    return new StoredTrial<>(
        json.treeToValue(tree.required("observed"), kind.observed()),
        json.treeToValue(tree.required("trace"), BenchTrace.class));
  }

  private ObjectNode beforeTheBench(JsonNode tree) {
    ObjectNode seen = json.createObjectNode();
    seen.set("cylinders", tree.required("cylinders"));
    seen.set("off", json.createArrayNode());
    seen.put("offSeconds", 0);
    seen.set("allowed", tree.required("allowed"));
    seen.put("heldRpm", "NaN");
    seen.put("speedFrom", "NaN");
    seen.put("speedTo", "NaN");
    seen.set("settled", tree.required("settled"));
    seen.set("observations", tree.required("observations"));
    return seen;
  }

  private static BenchTrace traceBeforeTheBench(JsonNode tree) {
    List<BenchTrace.Point> points = new ArrayList<>();
    for (JsonNode p : tree.required("trace")) {
      List<String> off = new ArrayList<>();
      p.required("off").forEach(c -> off.add(c.asString()));
      points.add(
          new BenchTrace.Point(
              p.required("micros").asLong(),
              List.of(figure(p.required("rpm")), figure(p.required("fuel"))),
              off.isEmpty() ? "" : TrialWords.say("off", String.join(", ", off))));
    }
    return new BenchTrace(
        List.of(TrialWords.say("engine-speed"), TrialWords.say("injected-quantity")),
        List.of("rpm", "mg"),
        points);
  }

  private static double figure(JsonNode value) {
    return value.isNumber() ? value.asDouble() : Double.NaN;
  }

  /** What a run comes to by the rules and limits of now. */
  static <S, O> Judgement judge(TestKind<S, O> kind, TestSpec spec, Pack pack, Object seen) {
    return kind.judge(kind.read(spec, pack), kind.observed().cast(seen));
  }
}
