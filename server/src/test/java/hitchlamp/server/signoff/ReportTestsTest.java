package hitchlamp.server.signoff;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.signoff.Tested;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.words.Said;
import hitchlamp.server.trial.TrialView;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/** Tests of a job in the full report, before and after, with figures and plots. */
class ReportTestsTest {
  private final Map<Long, TrialView> kept = new HashMap<>();
  private final List<Tested> tests = new ArrayList<>();

  private void ran(long id, Verdict verdict, List<Double> trace, Double... compression) {
    List<TrialView.TrialMeasured> measured = new ArrayList<>();
    for (int i = 0; i < compression.length; i++) {
      measured.add(
          new TrialView.TrialMeasured(
              "compression",
              compression.length == 1 ? 0 : i + 1,
              compression[i],
              "%",
              1.5,
              91.0,
              null,
              i == 1 ? verdict : Verdict.PASS));
    }
    kept.put(
        id,
        new TrialView(
            "compression",
            "compression",
            "Relative compression",
            "engine",
            "Engine",
            BenchState.Stage.ENDED,
            BenchState.Ending.COMPLETE,
            Said.plain(""),
            List.of(),
            0,
            List.of(),
            null,
            List.of(),
            List.of(),
            Map.of(),
            new TrialView.SeenTrace(
                List.of("Engine speed"),
                List.of("rpm"),
                trace.stream().map(v -> new TrialView.SeenPoint(v, List.of(v), "")).toList()),
            new TrialView.TrialJudgement(
                verdict, Said.plain(""), Said.plain(""), measured, List.of()),
            List.of(),
            Map.of(),
            List.of(),
            ""));
    tests.add(
        0,
        new Tested(
            id,
            "compression",
            "Relative compression, engine",
            Instant.ofEpochSecond(id),
            verdict,
            "",
            ""));
  }

  private String html() {
    return new ReportTests(id -> Optional.ofNullable(kept.get(id)), UnaryOperator.identity())
        .html(tests);
  }

  private static void hasPlot(String html) {
    Matcher m = Pattern.compile("base64,([^\"]+)").matcher(html);
    assertThat(m.find()).isTrue();
    try {
      assertThat(ImageIO.read(new ByteArrayInputStream(Base64.getDecoder().decode(m.group(1)))))
          .satisfies(i -> assertThat(i.getWidth()).isGreaterThan(1_000));
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  @Test
  void theFirstAndTheLastVerdictStandSideBySideWhateverCouldNotTellBetween() {
    ran(1, Verdict.CANNOT_TELL, List.of(), 50.0, 50.0);
    ran(2, Verdict.FAIL, List.of(), 100.0, 74.2);
    ran(3, Verdict.CANNOT_TELL, List.of(), 60.0, 60.0);
    ran(4, Verdict.PASS, List.of(), 100.0, 99.1);
    String html = html();
    assertThat(html)
        .contains("<th>before</th><th>after</th>")
        .doesNotContain("50.0")
        .doesNotContain("60.0");
    assertThat(html)
        .contains(
            "<td>Compression, cylinder 2</td><td>74.2 ± 1.50 %, outside</td><td>99.1 ± 1.50 %</td>"
                + "<td class=\"quiet\">91.0 % and more</td>");
    hasPlot(html);
  }

  @Test
  void oneRunAloneIsWhatWasMeasured() {
    ran(7, Verdict.FAIL, List.of(), 100.0, 74.2);
    assertThat(html()).contains("<th>measured</th>").doesNotContain("<th>before</th>");
  }

  @Test
  void whatHasNoPlacesIsDrawnOverTime() {
    ran(1, Verdict.FAIL, List.of(1.0, 2.0, 3.0, 4.0, 5.0), 70.0);
    ran(2, Verdict.PASS, List.of(1.0, 3.0, 5.0, 7.0, 9.0, 11.0), 90.0);
    hasPlot(html());
  }

  @Test
  void whatIsNotKnownOrCannotBeReadIsSaidOrLeftOut() {
    ran(1, Verdict.FAIL, List.of(), 100.0, null);
    assertThat(html()).contains("not known");
    kept.clear();
    assertThat(html()).isEmpty();
    tests.clear();
    assertThat(html()).isEmpty();
  }

  /** How a judged figure came about is for the page of the test. */
  @Test
  void besideJudgedFiguresOfEachCylinderTheOthersAreLeftOut() {
    ran(1, Verdict.PASS, List.of(), 100.0, 99.0);
    TrialView v = kept.get(1L);
    List<TrialView.TrialMeasured> more = new ArrayList<>(v.judgement().measured());
    more.add(
        new TrialView.TrialMeasured("by-fuel", 2, 98.7, "%", null, null, null, (Verdict) null));
    more.add(new TrialView.TrialMeasured("crank", 0, 295.0, "rpm", null, null, null, null));
    kept.put(1L, with(v, more));
    assertThat(html()).contains("Crank", "99.0").doesNotContain("98.7");
  }

  private static TrialView with(TrialView v, List<TrialView.TrialMeasured> measured) {
    return new TrialView(
        v.kind(),
        v.test(),
        v.title(),
        v.module(),
        v.moduleTitle(),
        v.stage(),
        v.ending(),
        v.says(),
        v.conditions(),
        v.countdownSeconds(),
        v.choices(),
        v.progress(),
        v.setPoints(),
        v.now(),
        v.observed(),
        v.trace(),
        new TrialView.TrialJudgement(
            v.judgement().verdict(),
            v.judgement().says(),
            v.judgement().next(),
            measured,
            List.of()),
        v.hazards(),
        v.figures(),
        v.moves(),
        v.source());
  }

  /** A report stays readable, and its memory bounded, whatever a job has run. */
  @Test
  void manyTestsAndFiguresAreCut() {
    Double[] many = new Double[120];
    Arrays.fill(many, 100.0);
    for (long i = 0; i < 40; i++) {
      ran(i, Verdict.PASS, List.of(), many);
    }
    for (int i = 0; i < tests.size(); i++) {
      Tested t = tests.get(i);
      tests.set(
          i, new Tested(t.id(), t.test(), "Test " + i, t.at(), t.verdict(), t.says(), t.next()));
    }
    assertThat(html().split("<h3>")).hasSize(13);
    assertThat(html().split("<tr>").length).isLessThan(13 * 45);
    assertThat(html()).contains("And 80 more figures");
  }
}
