package hitchlamp.core.trial.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.Level;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a sweep of the filter comes to. */
class FilterJudgeTest {
  private static final FilterSetup SETUP =
      new FilterSetup(List.of(0, 1_100, 1_500, 2_000), 60, 20, 1, 0.75, 3.6, 3.4);
  private static final double[] FLOWS = {190, 330, 480, 680};
  private final SplittableRandom random = new SplittableRandom(5);

  private double celsius;
  private double zero;
  private double soot;
  private double reckoned;

  @BeforeEach
  void warmAndHalfFull() {
    celsius = 150;
    zero = 0.2;
    soot = 20;
    reckoned = 22;
  }

  /** What shows at a flow, temperature taken in, with a share past a crack at full flow. */
  private double shown(double size, double more, double crack) {
    double r = SETUP.kpa(soot) + more;
    double hot = (celsius + 273.15) / 803.15;
    double full = 673.15 / 803.15;
    double c =
        crack
            * 3.4
            / Math.sqrt(0.75 * (1 - crack) * 3.4)
            / Math.pow(full, 1.2)
            * Math.pow(hot, 1.2);
    double low = 0;
    double high = 60;
    for (int i = 0; i < 60; i++) {
      double p = (low + high) / 2;
      boolean less = p / Math.max(1e-9, r) + c * Math.sqrt(p) < size;
      low = less ? p : low;
      high = less ? high : p;
    }
    return r < 0 ? r * size : low;
  }

  private FilterSeen swept(double more, double crack) {
    List<FilterPoint> points = new ArrayList<>();
    for (int i = 0; i < FLOWS.length; i++) {
      double size = new LossFit.Moment(FLOWS[i], celsius, 0).size();
      double kpa = zero + shown(size, more, crack) + 0.005 * random.nextGaussian();
      points.add(
          new FilterPoint(
              SETUP.speeds().get(i),
              700 + 400 * i,
              new Level(60, FLOWS[i], 2),
              celsius,
              new Level(200, kpa, 0.1)));
    }
    return new FilterSeen(new Level(150, zero, 0.1), points, SETUP.speeds(), 4, 0, 700, reckoned);
  }

  private static Judgement judge(FilterSeen seen) {
    return FilterJudge.of(SETUP, seen);
  }

  private static void named(Judgement j, String part) {
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly(part);
  }

  @ParameterizedTest
  @CsvSource({"5, 150", "22, 150", "22, 60", "50, 150", "100, 150", "100, 300"})
  void whatLosesAsMuchAsTheModuleReckonsWithIsInOrder(double percent, double warm) {
    soot = percent;
    reckoned = percent;
    celsius = warm;
    for (int i = 0; i < 100; i++) {
      Judgement j = judge(swept(0, 0));
      assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.PASS);
      assertThat(j.named("soot").get(0).value()).isCloseTo(percent, within(4.0));
    }
    assertThat(judge(swept(0, 0)).next().toString())
        .startsWith(percent >= 60 ? "Burn it clean" : "Nothing to do");
  }

  @Test
  void ashAndABlockedFaceAreNamedWithWhatCleaningGains() {
    Judgement j = judge(swept(0.8, 0));
    named(j, "ash-or-face");
    // 0.8 kPa at the one flow and temperature, 3.4 times that at full flow, less what soot was off.
    assertThat(j.next().toString()).contains("2.").contains("kPa");
  }

  @Test
  void withMuchSootAshIsNotTold() {
    soot = 60;
    reckoned = 60;
    Judgement j = judge(swept(1.5, 0));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().toString()).contains("burn the filter clean");
  }

  @ParameterizedTest
  @CsvSource({"0.12", "0.2", "0.4"})
  void aCrackIsToldByHowLittleIsLostAtLittleFlow(double crack) {
    soot = 80;
    reckoned = 70;
    named(judge(swept(0, crack)), "cracked");
  }

  /** Noise alone never condemns a filter, and what could be noise is looked at and swept again. */
  @Test
  void whatCouldBeNoiseIsNoCrack() {
    int perhaps = 0;
    for (int i = 0; i < 2_000; i++) {
      soot = 5 + 60 * random.nextDouble();
      reckoned = soot;
      assertThat(judge(swept(0, 0)).verdict()).isNotEqualTo(Verdict.FAIL);
      Judgement j = judge(swept(0, 0.3 * random.nextDouble()));
      if (j.says().toString().startsWith("Gas may go past")) {
        perhaps++;
        assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
        assertThat(j.parts()).isEmpty();
        assertThat(j.next().toString()).contains("sweep again");
      }
    }
    assertThat(perhaps).isPositive();
  }

  /** What a sweep could not have shown is said. */
  @Test
  void withLittleSootItIsSaidWhatCrackWouldHaveShown() {
    assertThat(judge(swept(0, 0)).says().toString())
        .containsPattern("A crack that lets \\d+ % and more of the full flow past");
  }

  @Test
  void hosesThatAreSwappedAndNothingThatIsLostAreNamed() {
    named(judge(swept(-2 * SETUP.kpa(20), 0)), "hoses");
    named(judge(swept(-SETUP.kpa(20), 0)), "nothing-lost");
    named(judge(swept(-SETUP.kpa(20) + 0.4, 0)), "cracked");
  }

  @Test
  void aSensorThatShowsPressureWithoutFlowIsNamedFirst() {
    zero = 1.4;
    named(judge(swept(0.8, 0)), "sensor");
    zero = -1.4;
    named(judge(swept(0, 0)), "sensor");
  }

  @Test
  void withoutZeroSpeedsOrSootNothingIsTold() {
    FilterSeen whole = swept(0, 0);
    assertThat(
            List.of(
                new FilterSeen(Level.NONE, whole.points(), SETUP.speeds(), 4, 0, 700, 22),
                new FilterSeen(
                    whole.zero(), whole.points().subList(0, 2), SETUP.speeds(), 2, 0, 700, 22),
                new FilterSeen(whole.zero(), List.of(), SETUP.speeds(), 0, 0, 700, 22),
                new FilterSeen(
                    whole.zero(), whole.points(), SETUP.speeds(), 4, 0, 700, Double.NaN)))
        .allSatisfy(
            seen -> {
              assertThat(judge(seen).verdict()).isEqualTo(Verdict.CANNOT_TELL);
              assertThat(judge(seen).next().toString()).isNotEmpty();
            });
  }

  @Test
  void onTheWayItIsSaidHowFarItIs() {
    FilterSeen whole = swept(0, 0);
    FilterSeen half =
        new FilterSeen(
            whole.zero(), whole.points().subList(0, 2), SETUP.speeds(), 2, 3, 700, reckoned);
    assertThat(judge(half).says().toString()).isEqualTo("2 of 4 speeds are taken.");
  }

  @Test
  void nothingThatIsToldMakesNonsense() {
    for (int run = 0; run < 3_000; run++) {
      List<FilterPoint> points = new ArrayList<>();
      for (int i = random.nextInt(6); i > 0; i--) {
        points.add(
            new FilterPoint(
                i * 100,
                odd(2_000),
                new Level(random.nextInt(9), odd(900), Math.abs(odd(20))),
                odd(600),
                new Level(random.nextInt(300), odd(6), Math.abs(odd(1)))));
      }
      Level none = random.nextBoolean() ? Level.NONE : new Level(80, odd(2), Math.abs(odd(1)));
      Judgement j =
          judge(
              new FilterSeen(
                  none, points, SETUP.speeds(), random.nextInt(6), 0, odd(2_000), odd(120)));
      assertThat(j.says().toString()).doesNotContain("NaN").doesNotContain("{");
      assertThat(j.next().toString()).isNotEmpty();
    }
  }

  private double odd(double most) {
    int what = random.nextInt(14);
    return what == 0 ? Double.NaN : what == 1 ? -most : most * random.nextDouble();
  }
}
