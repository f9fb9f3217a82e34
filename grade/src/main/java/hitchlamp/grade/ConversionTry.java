package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.trial.conversion.Conversion;
import hitchlamp.core.trial.conversion.ConversionJudge;
import hitchlamp.core.trial.conversion.ConversionSetup;
import hitchlamp.core.trial.conversion.ConversionTable;
import hitchlamp.core.watch.Series;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** {@code try --analyse conversion}: what a table of a drive comes to. */
final class ConversionTry {
  private ConversionTry() {}

  /**
   * Verdict, parts and figures.
   *
   * @param pack that says what is normal; where it has no such test, common practice does
   */
  static Map<String, Object> of(List<Series> all, Pack pack) {
    Conversion kind = new Conversion();
    ConversionSetup setup =
        pack.bench().tests().values().stream()
            .filter(t -> t.kind().equals(kind.id()))
            .findFirst()
            .map(t -> kind.read(t, pack))
            .orElse(ConversionSetup.USUAL);
    Judgement j;
    try {
      j = ConversionJudge.of(setup, ConversionTable.of(all));
    } catch (UnusableTable e) {
      throw new TableTry.Unusable(e.getMessage());
    }
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("verdict", j.verdict().name());
    out.put("reason", j.says().toString());
    out.put("next", j.next().toString());
    out.put("parts", j.parts().stream().map(ConversionTry::part).toList());
    out.put("figures", j.measured().stream().filter(Measured::known).map(TestTry::figure).toList());
    return out;
  }

  private static Map<String, Object> part(Judgement.Part p) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("id", p.id());
    out.put("verdict", p.verdict().name());
    out.put("reason", p.says().toString());
    out.put("next", p.next().toString());
    return out;
  }
}
