package hitchlamp.core.trial.loaded;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.BlockSpec;
import hitchlamp.core.trial.loaded.Roughness.Kind;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which cylinder fires irregularly under load, by cycles that are uneven until it is off. */
class RoughnessTest {
  private static final LoadedSetup SETUP =
      new LoadedSetup(6, false, 0.6, 80, 2, 2.5, 9, 0.25, List.of(1, 5, 3, 6, 2, 4));
  private static final double EVEN = 0.03;
  private static final double ROUGH = 0.5;
  private static final Judgement NORMAL =
      new Judgement(Verdict.PASS, Said.plain("Normal."), List.of(), Said.plain("Go on."));

  private final SplittableRandom random = new SplittableRandom(29);
  private final List<Pull> pulls = new ArrayList<>();
  private static final List<Integer> SIX = List.of(1, 5, 3, 6, 2, 4);
  private static final List<Integer> TWO = List.of(1, 2);
  private final List<Uneven> cycles = new ArrayList<>();

  private void pull(int off, int seen, double share) {
    double from = 20.0 * pulls.size();
    pulls.add(
        new Pull(
            off,
            List.of(
                new LoadRow(from, 1_500, 150, 300, 160, 1, 100, off),
                new LoadRow(from + 10, 1_600, 150, 300, 160, 1, 100, off))));
    for (int i = 0; i < seen; i++) {
      double how = random.nextDouble() < share ? ROUGH : EVEN;
      cycles.add(new Uneven(from + 10.0 * i / seen, how));
    }
  }

  private Roughness pulled(int guilty, int seen, double share) {
    pull(0, seen, share);
    for (int c = 1; c <= 6; c++) {
      pull(c, seen, c == guilty ? 0 : share);
    }
    pull(0, seen, share);
    return Roughness.of(SETUP, pulls, cycles);
  }

  @ParameterizedTest
  @CsvSource({"3, 60, 0.2", "1, 45, 0.3", "6, 200, 0.08"})
  void theOneWhoseAbsenceCuresItIsNamed(int guilty, int seen, double share) {
    Roughness r = pulled(guilty, seen, share);
    assertThat(r.kind()).isEqualTo(Kind.ONE);
    assertThat(r.cylinder()).isEqualTo(guilty);
    assertThat(r.percent()).isCloseTo(100 * share, within(40 * share));
    Judgement j = r.with(NORMAL);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString())
        .startsWith("Normal. Under load")
        .contains("with cylinder " + guilty + " off they are gone");
    assertThat(j.next().toString()).contains("Look at cylinder " + guilty);
  }

  @Test
  void anEvenEngineIsLeftAsThePressureFoundIt() {
    Roughness r = pulled(0, 60, 0.005);
    assertThat(r.kind()).isEqualTo(Kind.EVEN);
    assertThat(r.with(NORMAL).verdict()).isEqualTo(Verdict.PASS);
    assertThat(r.with(NORMAL).says()).isEqualTo(NORMAL.says());
    assertThat(r.with(NORMAL).named(Roughness.UNEVEN)).hasSize(7);
  }

  @Test
  void fewUnevenCyclesAreNeitherPassedNorBlamed() {
    Roughness r = pulled(2, 40, 0.035);
    assertThat(r.kind()).isEqualTo(Kind.CANNOT_TELL);
    Judgement j = r.with(NORMAL);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("holes in the road");
    assertThat(LoadedJudge.again(SETUP, j)).as("one more with all firing").contains(0);
  }

  @Test
  void unevenWhicheverIsOffIsNoCylinder() {
    Roughness r = pulled(0, 150, 0.25);
    assertThat(r.kind()).isEqualTo(Kind.NONE);
    assertThat(r.with(NORMAL).says().toString()).contains("whichever cylinder is off");
    assertThat(r.with(NORMAL).next().toString()).contains("no single cylinder");
  }

  @Test
  void aPullTooShortToTellIsPulledAgain() {
    Roughness r = pulled(4, 20, 0.12);
    assertThat(r.kind()).isEqualTo(Kind.CANNOT_TELL);
    Judgement j = r.with(NORMAL);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(LoadedJudge.again(SETUP, j)).contains(4);
  }

  @Test
  void aCylinderThatWasNotPulledMayBeTheOne() {
    pull(0, 60, 0.3);
    for (int c = 1; c <= 5; c++) {
      pull(c, 60, 0.3);
    }
    Roughness r = Roughness.of(SETUP, pulls, cycles);
    assertThat(r.kind()).isEqualTo(Kind.CANNOT_TELL);
    assertThat(r.unsure()).contains(6);
  }

  @Test
  void twoThatFireIrregularlyAreNotOne() {
    pull(0, 120, 0.4);
    for (int c = 1; c <= 6; c++) {
      pull(c, 120, c == 2 || c == 5 ? 0.22 : 0.4);
    }
    assertThat(Roughness.of(SETUP, pulls, cycles).kind()).isEqualTo(Kind.CANNOT_TELL);
  }

  @Test
  void whatThePressureFoundStandsWhateverThisAdds() {
    Judgement rings =
        new Judgement(Verdict.FAIL, Said.plain("Cylinder 2."), List.of(), Said.plain("Test it."));
    Judgement j = pulled(3, 60, 0.25).with(rings);
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("Cylinder 2.").contains("with cylinder 3 off");
    assertThat(j.next().toString()).startsWith("Test it.").contains("cylinder 3");
  }

  @Test
  void withoutTimesNothingIsSaid() {
    LoadedSetup untimed = new LoadedSetup(6, false, 0.6, 80, 2, 2.5, 9, Double.NaN, List.of());
    pulled(3, 60, 0.3);
    Roughness r = Roughness.of(untimed, pulls, cycles);
    assertThat(r.kind()).isEqualTo(Kind.NOT_SEEN);
    assertThat(r.with(NORMAL)).isEqualTo(NORMAL);
    assertThat(Roughness.of(SETUP, pulls, List.of()).kind()).isEqualTo(Kind.NOT_SEEN);
  }

  /** Sound engines in their thousands: hardly ever is one called rough, and never a cylinder. */
  @Test
  void chanceNamesNobody() {
    int named = 0;
    for (int i = 0; i < 2_000; i++) {
      pulls.clear();
      cycles.clear();
      Roughness r = pulled(0, 30 + random.nextInt(100), 0.35 * random.nextDouble());
      named += r.kind() == Kind.ONE ? 1 : 0;
    }
    // 0.002 for each of six cylinders and more, as the limit of chance allows: in 2,000 at most 24.
    assertThat(named).isLessThan(24);
  }

  private static BlockSpec.Told told(long head, double... micros) {
    return new BlockSpec.Told(
        head, Arrays.stream(micros).mapToObj(m -> new double[] {m}).toArray(double[][]::new));
  }

  private static final List<Integer> FOUR = List.of(1, 3, 4, 2);

  @Test
  void whatStaysTheSameFromCycleToCycleIsNoUnevenness() {
    assertThat(Uneven.between(told(1, 10, 11, 9, 10), told(2, 5, 5.5, 4.5, 5), FOUR).getAsDouble())
        .as("twice as fast, the same wheel and the same weak cylinder")
        .isCloseTo(0, within(1e-9));
  }

  /**
   * The third to fire does not: segments change by 0, 0, 2/3 and 1 of what is lost in all, less
   * their mean. By hand: 10, 10, 10.2667, 10.4 in the order of firing.
   */
  @Test
  void aStrokeThatDoesNotComeIsAllThatIsLeftOfAChange() {
    double[] lost = {0, 0.4, 0, 0.4 * 2 / 3};
    double[] by = new double[4];
    for (int i = 0; i < 4; i++) {
      by[i] = 10 + lost[i];
    }
    double mean = Arrays.stream(by).average().orElseThrow();
    double squares = Arrays.stream(by).map(v -> (v / mean - 1) * (v / mean - 1)).sum();
    assertThat(Uneven.between(told(1, 10, 10, 10, 10), told(2, by), FOUR).getAsDouble())
        .isCloseTo(100 * Math.sqrt(squares / 4 / 2), within(1e-6));
  }

  /** Behind the first stroke of a cycle nearly all segments are slower alike. */
  @Test
  void everyStrokeThatDoesNotComeIsSeenAlsoTheFirstOfTheCycle() {
    for (int parts = 1; parts <= 4; parts++) {
      double least = Double.POSITIVE_INFINITY;
      double most = 0;
      for (int slot = 0; slot < 6; slot++) {
        double[][] of = new double[6][parts];
        for (int s = 0; s < 6; s++) {
          for (int p = 0; p < parts; p++) {
            double x = (p + 0.5) / parts;
            double lost = s < slot ? 0 : s > slot ? 1 : 2 * x - x * x;
            of[SIX.get(s) - 1][p] = 10 + 0.3 * lost;
          }
        }
        double[][] even = new double[6][parts];
        Arrays.stream(even).forEach(c -> Arrays.fill(c, 10));
        double seen =
            Uneven.between(new BlockSpec.Told(1, even), new BlockSpec.Told(2, of), SIX)
                .getAsDouble();
        least = Math.min(least, seen);
        most = Math.max(most, seen);
      }
      assertThat(most).as("%d parts", parts).isBetween(0.7, 1.3);
      assertThat(least).as("%d parts", parts).isGreaterThan(0.12 * most);
    }
  }

  /** Noise that looks like no missed stroke is hardly any unevenness. */
  @Test
  void ofNoiseLittleIsLeft() {
    double sum = 0;
    for (int i = 0; i < 400; i++) {
      double[] was = new double[6];
      double[] is = new double[6];
      for (int c = 0; c < 6; c++) {
        was[c] = 10 + 0.05 * random.nextGaussian();
        is[c] = 10 + 0.05 * random.nextGaussian();
      }
      sum += Uneven.between(told(1, was), told(2, is), SIX).getAsDouble() / 400;
    }
    // Root mean square of all would be 0.5 by the cylinders' own noise.
    assertThat(sum).isLessThan(0.4);
  }

  @Test
  void whatWasNotTimedRightIsNotCompared() {
    assertThat(Uneven.between(told(1, 10, 10), told(1, 10, 11), TWO))
        .as("the same cycle")
        .isEmpty();
    assertThat(Uneven.between(told(1, 10, 10), told(2, 10, 10, 10), TWO)).isEmpty();
    assertThat(Uneven.between(told(1, 10, 10), told(2, 10, Double.NaN), TWO)).isEmpty();
    assertThat(Uneven.between(told(1, 0, 0), told(2, 10, 10), TWO)).isEmpty();
    assertThat(Uneven.between(told(1, 10, 10, 10), told(2, 10, 10, 99), List.of(1, 2, 3)))
        .as("a tooth missed")
        .isEmpty();
    IntStream.range(0, 500)
        .mapToObj(
            i -> told(i, random.nextDouble(), random.nextDouble() * 1e9, -random.nextDouble()))
        .reduce(
            (a, b) -> {
              Uneven.between(a, b, List.of(1, 2, 3)).ifPresent(v -> assertThat(v).isFinite());
              return b;
            });
  }

  /** Whatever is told: no error, a verdict with a sentence, and never a cylinder that is none. */
  @Test
  void nothingThatIsToldMakesNonsense() {
    for (int run = 0; run < 1_500; run++) {
      List<LoadRow> rows = new ArrayList<>();
      List<Uneven> told = new ArrayList<>();
      double t = 0;
      for (int i = 0; i < random.nextInt(300); i++) {
        t += random.nextDouble() * (random.nextInt(20) == 0 ? 30 : 0.4);
        rows.add(
            new LoadRow(
                t,
                odd(2_000),
                odd(200),
                odd(400),
                odd(180),
                odd(4),
                odd(100),
                random.nextInt(-1, 8)));
        if (random.nextBoolean()) {
          told.add(new Uneven(odd(t + 1), odd(2)));
        }
      }
      Judgement j = LoadedJudge.of(SETUP, rows, told).judgement();
      assertThat(j.says().text()).isNotEmpty();
      assertThat(j.next().text()).isNotEmpty();
      assertThat(LoadedJudge.again(SETUP, j)).allSatisfy(c -> assertThat(c).isBetween(0, 8));
    }
  }

  private double odd(double most) {
    return switch (random.nextInt(12)) {
      case 0 -> Double.NaN;
      case 1 -> -most;
      case 2 -> most * 1e6;
      default -> most * random.nextDouble();
    };
  }
}
