package hitchlamp.core.trial.coils;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.TestKind;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Injector circuits, key on: each coil is driven in turn, so that it clicks, and what the module
 * samples of its current is compared across the cylinders.
 */
public final class Coils implements TestKind<CoilsSetup, CoilsSeen> {
  /** Act, with a cylinder and {@code CLICKS} or {@code SILENT}: what the ear said. */
  public static final String HEARD = "heard";

  /** Act, when all were driven: every one of which nothing was said clicked. */
  public static final String REST_CLICKED = "rest-clicked";

  /** Act, when all were driven: nobody listened. */
  public static final String NOT_HEARD = "not-heard";

  @Override
  public Head<CoilsSeen> head() {
    return new Head<>("coils", 1, CoilsSeen.class, Attended.AT_THE_UNIT);
  }

  @Override
  public CoilsSetup read(TestSpec spec, Pack pack) {
    List<List<Integer>> banks =
        Stream.of("bank-1", "bank-2")
            .map(name -> spec.lists().getOrDefault(name, List.of()))
            .filter(b -> !b.isEmpty())
            .toList();
    List<Integer> all = banks.stream().flatMap(List::stream).sorted().toList();
    if (all.size() < 3 || !all.equals(IntStream.rangeClosed(1, all.size()).boxed().toList())) {
      throw spec.place().fault(CoilWords.say("banks-name-each-cylinder-once"));
    }
    if (pack.bench()
        .control(spec, CoilsScript.INJECTOR)
        .filter(c -> c.coding().mask() && c.coding().bits() == all.size())
        .isEmpty()) {
      throw spec.place().fault(CoilWords.say("needs-a-mask-of-bits", all.size()));
    }
    for (String name :
        List.of(CoilsScript.REST, CoilsScript.EARLY, CoilsScript.RISE, CoilsScript.HOLD)) {
      if (!pack.services().blocks().containsKey(spec.reads().getOrDefault(name, -1))) {
        throw spec.place().fault(CoilWords.say("needs-a-block", name));
      }
    }
    if (!pack.services()
        .identifiers()
        .containsKey(spec.reads().getOrDefault(CoilsScript.SUPPLY, -1))) {
      throw spec.place().fault(CoilWords.say("needs-the-supply"));
    }
    return new CoilsSetup(
        banks,
        spec.figure("seconds", 0.5, 20, 2),
        spec.figure("slow", 1, 100, 12),
        spec.figure("fast", 1, 100, 12),
        spec.figure("off", 1, 200, 18),
        spec.figure("rise", 1, 10_000));
  }

  @Override
  public boolean understands(CoilsSetup setup, Act act) {
    List<String> with = act.arguments();
    if (act.action().equals(REST_CLICKED) || act.action().equals(NOT_HEARD)) {
      return with.isEmpty();
    }
    return act.action().equals(HEARD)
        && with.size() == 2
        && with.get(0).matches("\\d{1,2}")
        && setup.order().contains(Integer.parseInt(with.get(0)))
        && with.get(1).matches("CLICKS|SILENT");
  }

  @Override
  public boolean tells(Act act) {
    return act.action().equals(HEARD) || act.action().equals(NOT_HEARD);
  }

  @Override
  public Script<CoilsSeen> script(CoilsSetup setup) {
    return new CoilsScript(setup);
  }

  @Override
  public boolean saw(CoilsSeen seen) {
    return !seen.samples().isEmpty();
  }

  @Override
  public Judgement judge(CoilsSetup setup, CoilsSeen seen) {
    return CoilsJudge.of(setup, seen);
  }
}
