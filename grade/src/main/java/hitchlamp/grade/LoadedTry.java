package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.trial.loaded.LeftOut;
import hitchlamp.core.trial.loaded.LoadTable;
import hitchlamp.core.trial.loaded.LoadedCutout;
import hitchlamp.core.trial.loaded.LoadedJudge;
import hitchlamp.core.trial.loaded.LoadedSetup;
import hitchlamp.core.watch.Series;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** {@code try --analyse cutout-under-load}: pulls cut out of a table and compared. */
final class LoadedTry {
  private LoadedTry() {}

  /**
   * What the pulls of a table come to.
   *
   * @param pack that says how many cylinders there are and what is normal; where it has no such
   *     test, the table tells the cylinders and common practice the rest
   */
  static Map<String, Object> of(List<Series> all, Pack pack) {
    LoadedSetup setup;
    LoadedJudge.Compared c;
    try {
      setup = setup(pack).orElseGet(() -> LoadTable.usual(all));
      c = LoadedJudge.of(setup, LoadTable.of(all, setup));
    } catch (UnusableTable e) {
      throw new TableTry.Unusable(e.getMessage());
    }
    Judgement j = c.judgement();
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("verdict", j.verdict().name());
    out.put("reason", j.says().toString());
    out.put("next", j.next().toString());
    out.put("cylinders", setup.cylinders());
    out.put(
        "figures",
        j.measured().stream()
            .filter(m -> m.known() && !LoadedJudge.leftOut(m))
            .map(TestTry::figure)
            .toList());
    out.put("leftOut", c.leftOut().stream().map(LoadedTry::left).toList());
    return out;
  }

  private static Optional<LoadedSetup> setup(Pack pack) {
    LoadedCutout kind = new LoadedCutout();
    return pack.bench().tests().values().stream()
        .filter(t -> t.kind().equals(kind.id()))
        .findFirst()
        .map((TestSpec t) -> kind.read(t, pack));
  }

  private static Map<String, Object> left(LeftOut l) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("off", l.off());
    out.put("from", l.fromSeconds());
    out.put("to", l.toSeconds());
    out.put("why", l.why().says());
    return out;
  }
}
