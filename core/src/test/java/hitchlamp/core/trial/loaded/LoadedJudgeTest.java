package hitchlamp.core.trial.loaded;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.offset;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.loaded.LeftOut.Why;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Which cylinder blows by under load, from pulls whose answer is known. */
class LoadedJudgeTest {
  private static final LoadedSetup SETUP =
      new LoadedSetup(6, false, 0.6, 80, 2, 2.5, 9, 1, List.of());
  private static final double[] SOUND = {1, 0.95, 1.05, 1, 1.02, 0.98};

  private static double[] leaking(int cylinder, double leak) {
    double[] all = SOUND.clone();
    all[cylinder - 1] = leak;
    return all;
  }

  private static Judgement judged(PulledEngine e) {
    return LoadedJudge.of(SETUP, e.rows).judgement();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6})
  void theCylinderWhoseAbsenceCuresItIsNamedThoughEachPullHasItsOwnCharge(int cylinder) {
    Judgement j = judged(new PulledEngine(cylinder, leaking(cylinder, 2)).all());
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("With cylinder " + cylinder + " off");
    assertThat(j.part(String.valueOf(cylinder)).orElseThrow().verdict()).isEqualTo(Verdict.FAIL);
  }

  /** Common practice, no source: 12 to 16 inH2O with a worn cylinder, near 3.5 with it off. */
  @Test
  void aWornEngineFallsFromThreeToFourKilopascalToBelowOne() {
    PulledEngine e = new PulledEngine(7, leaking(4, 9));
    Judgement j = judged(e.all());
    double with = j.named(LoadedJudge.PRESSURE).get(0).value();
    double without = j.named(LoadedJudge.PRESSURE).get(4).value();
    assertThat(with).isBetween(3.0, 4.2);
    assertThat(without).isCloseTo(0.87, offset(0.3));
    assertThat(j.says().toString()).startsWith("With cylinder 4 off");
  }

  @Test
  void aSoundEngineHasNoneThatStandsOut() {
    Judgement j = judged(new PulledEngine(8, SOUND).all());
    assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("normal");
  }

  @Test
  void aRestrictedBreatherAndALeakingSealAreNoneOfTheCylinders() {
    PulledEngine breather = new PulledEngine(9, SOUND);
    breather.breather = 0.42;
    PulledEngine seal = new PulledEngine(10, SOUND);
    seal.seal = 9;
    for (PulledEngine e : List.of(breather, seal)) {
      Judgement j = judged(e.all());
      assertThat(j.verdict()).as(j.toString()).isEqualTo(Verdict.FAIL);
      assertThat(j.says().toString()).contains("No cylinder cures it");
      assertThat(j.next().toString()).contains("seal");
    }
  }

  @Test
  void pullsAtAnotherLoadAreLeftOutAndAskedForAgain() {
    PulledEngine e = new PulledEngine(11, leaking(2, 1));
    e.pull(0, 8).pull(1, 8).pull(2, 8).pull(3, 8).pull(4, 8).pull(5, 8);
    e.full = 60;
    e.pull(6, 8);
    LoadedJudge.Compared c = LoadedJudge.of(SETUP, e.rows);
    assertThat(c.judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(c.judgement().says().toString())
        .contains("cylinder 6 off")
        .contains("load not reached");
    assertThat(c.judgement().next().toString()).isEqualTo("Pull again: with cylinder 6 off.");
    assertThat(c.leftOut()).anyMatch(l -> l.off() == 6 && l.why() == Why.LOAD_NOT_REACHED);
  }

  @Test
  void aFootThatIsLiftedTooSoonAndAGearThatIsChangedAreSaid() {
    PulledEngine e = new PulledEngine(12, SOUND);
    e.pull(0, 8).pull(1, 2.4).shifted(2).pull(3, 8).pull(4, 8).pull(5, 8).pull(6, 8);
    LoadedJudge.Compared c = LoadedJudge.of(SETUP, e.rows);
    assertThat(c.leftOut()).anyMatch(l -> l.off() == 1);
    assertThat(c.judgement().says().toString()).contains("cylinder 1 off");
  }

  @Test
  void theRestTellsWhatIsCertainThoughOnePullIsMissing() {
    PulledEngine e = new PulledEngine(13, leaking(3, 3));
    e.pull(0, 8).pull(1, 8).pull(2, 8).pull(3, 8).pull(4, 8).pull(5, 8);
    assertThat(judged(e).says().toString()).startsWith("With cylinder 3 off");
  }

  @Test
  void withoutPullsNothingIsSaid() {
    assertThat(LoadedJudge.of(SETUP, List.of()).judgement().says().toString()).contains("No pull");
    PulledEngine idles = new PulledEngine(14, SOUND).lift().lift();
    assertThat(judged(idles).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void missingValuesOfAStretchLeaveItOut() {
    PulledEngine e = new PulledEngine(15, SOUND).all();
    List<LoadRow> rows =
        e.rows.stream()
            .map(
                r ->
                    r.off() == 5
                        ? new LoadRow(
                            r.seconds(),
                            r.rpm(),
                            r.boostKpa(),
                            r.exhaustKpa(),
                            r.railMpa(),
                            Double.NaN,
                            r.pedalPercent(),
                            5)
                        : r)
            .toList();
    LoadedJudge.Compared c = LoadedJudge.of(SETUP, rows);
    assertThat(c.leftOut()).anyMatch(l -> l.off() == 5 && l.why() == Why.VALUES_MISSING);
    assertThat(c.judgement().says().toString()).contains("cylinder 5 off");
  }

  @Test
  void aPressureThatStandsStillTellsNothing() {
    List<LoadRow> rows =
        new PulledEngine(17, SOUND)
            .all().rows.stream()
                .map(
                    r ->
                        new LoadRow(
                            r.seconds(),
                            r.rpm(),
                            r.boostKpa(),
                            r.exhaustKpa(),
                            r.railMpa(),
                            0.61,
                            r.pedalPercent(),
                            r.off()))
                .toList();
    Judgement j = LoadedJudge.of(SETUP, rows).judgement();
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().toString()).contains("sensor");
  }

  /** Whatever a file holds as a run, it is judged: no figure is without end, nothing is thrown. */
  @Test
  void aRunOfOddNumbersIsJudgedToo() {
    double[] odd = {Double.NaN, Double.POSITIVE_INFINITY, -1e308, 1e308, 0, -5, 1e-300, 250};
    SplittableRandom r = new SplittableRandom(23);
    for (int run = 0; run < 400; run++) {
      List<LoadRow> rows = new ArrayList<>();
      List<LoadRow> sound = new PulledEngine(run, leaking(1 + run % 6, 3)).all().rows;
      int every = 1 + r.nextInt(60);
      for (LoadRow s : sound.subList(0, r.nextInt(sound.size() + 1))) {
        boolean bad = r.nextInt(every) == 0;
        rows.add(
            bad
                ? new LoadRow(
                    r.nextBoolean() ? s.seconds() : odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    odd[r.nextInt(odd.length)],
                    r.nextInt(40) - 5)
                : s);
      }
      Judgement j = LoadedJudge.of(SETUP, rows).judgement();
      assertThat(j.says().toString()).as("run " + run).isNotEmpty();
      assertThat(j.measured())
          .as("run " + run)
          .filteredOn(m -> !LoadedJudge.leftOut(m))
          .noneMatch(m -> Double.isInfinite(m.value()));
    }
  }

  /** Metamorphic: where the cylinders are numbered otherwise, so is the verdict. */
  @Test
  void whereCylindersAreNumberedOtherwiseSoIsTheVerdict() {
    PulledEngine e = new PulledEngine(16, leaking(2, 3)).all();
    List<LoadRow> rows =
        e.rows.stream()
            .map(
                r ->
                    new LoadRow(
                        r.seconds(),
                        r.rpm(),
                        r.boostKpa(),
                        r.exhaustKpa(),
                        r.railMpa(),
                        r.crankcaseKpa(),
                        r.pedalPercent(),
                        r.off() == 0 ? 0 : 7 - r.off()))
            .toList();
    assertThat(LoadedJudge.of(SETUP, rows).judgement().says().toString())
        .startsWith("With cylinder 5 off");
  }
}
