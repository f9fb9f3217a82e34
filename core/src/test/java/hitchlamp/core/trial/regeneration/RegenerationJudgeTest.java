package hitchlamp.core.trial.regeneration;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a regeneration comes to, what hinders it, and how long it still takes. */
class RegenerationJudgeTest {
  private final Burns burns = new Burns();

  private static Judgement judge(RegenerationSeen seen) {
    return RegenerationJudge.of(Burns.SETUP, seen);
  }

  @Test
  void cleanIsWhatEstimateAndPressureBothSay() {
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).startsWith("Soot was 76 % and is 12 %");
    assertThat(j.named("loss-before").get(0).value()).isCloseTo(76, within(1.0));
    assertThat(j.named("loss-after").get(0).value()).isCloseTo(13, within(2.0));
    assertThat(j.named("out").get(0).verdict()).contains(Verdict.PASS);
  }

  /** The zero comes out while it warms up; begun hot, while it cools down. */
  @Test
  void aSensorWhoseZeroIsOffChangesNothing() {
    burns.zero = -0.6;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.named("loss-before").get(0).value()).isCloseTo(76, within(1.0));
    assertThat(j.named("loss-after").get(0).value()).isCloseTo(13, within(2.0));
  }

  /** The module believed a third of it: what is left is told by the pressure. */
  @Test
  void moreThanAQuarterLeftIsNeverCalledClean() {
    burns.more = 0.6;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.named("loss-after").get(0).value()).isGreaterThan(25);
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void ashThatDoesNotBurnIsNotCalledClean() {
    burns.more = 1.9;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains("still loses as much");
    assertThat(j.next().toString()).contains("Ash");
  }

  @Test
  void aHoseThatIsOffConfirmsNothing() {
    burns.more = -2.6;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.next().toString()).contains("hoses");
  }

  @ParameterizedTest
  @CsvSource({
    "318, 362, 352, 458, DOSER_BLOCKED",
    "318, 362, 352, 90, NO_FUEL",
    "318, 362, 352, 200, NOT_LIGHTING",
    "318, 464, 466, 166, NO_FUEL",
    "318, 462, 468, 415, DOSER_BLOCKED",
    "318, 460, 611, 265, BURNS_LATE",
    "318, 431, 610, 258, BURNS_LATE"
  })
  void whatKeepsTheCatalystColdIsNamed(
      double in, double out, double behind, double doser, Hindrance why) {
    burns.in = in;
    burns.out = out;
    burns.behind = behind;
    burns.doser = doser;
    burns.minutes(BurnStage.WARM_UP, 3).minutes(BurnStage.LIGHT_OFF, 7);
    assertThat(Hindrance.of(burns.rows(), Burns.SETUP)).as("too soon to say").isEmpty();
    burns.minutes(BurnStage.LIGHT_OFF, 5);
    assertThat(Hindrance.of(burns.rows(), Burns.SETUP)).contains(why);
    Judgement j = judge(burns.seen(true, false, "it broke off: it did not get hot"));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("The module ended it: it broke off");
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly(why.word());
  }

  /** A big filter on a cold day takes its time; nothing hinders it. */
  @Test
  void aCatalystThatStillGetsHotterIsNotBlamed() {
    burns.minutes(BurnStage.WARM_UP, 3);
    for (int minute = 0; minute < 16; minute++) {
      burns.out = 330 + 9 * minute;
      burns.minutes(BurnStage.LIGHT_OFF, 1);
      assertThat(Hindrance.of(burns.rows(), Burns.SETUP)).as("after %d minutes", minute).isEmpty();
    }
  }

  @Test
  void anExhaustThatDoesNotWarmAndHeatThatIsLostAreNamed() {
    burns.in = 210;
    burns.minutes(BurnStage.WARM_UP, 10);
    assertThat(Hindrance.of(burns.rows(), Burns.SETUP)).contains(Hindrance.NOT_WARMED);
    Burns leak = new Burns();
    leak.behind = 410;
    leak.minutes(BurnStage.WARM_UP, 3).minutes(BurnStage.LIGHT_OFF, 3).minutes(BurnStage.BURN, 16);
    assertThat(Hindrance.of(leak.rows(), Burns.SETUP)).contains(Hindrance.HEAT_LOST);
  }

  @Test
  void aColdEngineIsSaidBesideACleanFilter() {
    burns.coolant = 45;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("thermostat");
  }

  /** Clean it is; the next time may melt the filter. */
  @Test
  void aFilterThatBurnedCleanByFuelThatBurnedInItIsCleanAndTheCatalystIsNamed() {
    burns.out = 475;
    burns.behind = 615;
    Judgement j = judge(burns.whole().seen(true, true, ""));
    assertThat(j.verdict()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).startsWith("Soot was").contains("catalyst is worn");
    assertThat(j.next().toString()).startsWith("Renew the oxidation catalyst");
  }

  @Test
  void whileItGoesOnNothingIsJudged() {
    burns.minutes(BurnStage.WARM_UP, 4).minutes(BurnStage.LIGHT_OFF, 3).minutes(BurnStage.BURN, 5);
    Judgement j =
        judge(
            new RegenerationSeen(
                burns.rows(), BurnStage.BURN, Optional.empty(), null, false, false, ""));
    assertThat(j.says().toString()).startsWith("It is under way");
  }

  @Test
  void whatWasEndedByHandOrByThePedalBlamesNobody() {
    burns.minutes(BurnStage.WARM_UP, 4).minutes(BurnStage.LIGHT_OFF, 3).minutes(BurnStage.BURN, 5);
    assertThat(judge(burns.seen(false, false, "")).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    Judgement pedal = judge(burns.seen(true, false, "it broke off: the pedal was pressed"));
    assertThat(pedal.verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(pedal.says().toString()).contains("pedal").contains("had burned");
    assertThat(judge(new Burns().seen(true, false, "its conditions do not hold")).says().toString())
        .contains("did not begin");
    assertThat(judge(new Burns().seen(false, false, "")).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  /** First order: from soot s to c at rate k it takes ln(s/c)/k, worked out by hand. */
  @Test
  void theTimeLeftIsThatOfAFirstOrderBurn() {
    burns.minutes(BurnStage.WARM_UP, 4).minutes(BurnStage.BURN, 2);
    assertThat(TimeLeft.of(burns.rows(), Burns.SETUP)).as("too soon").isEmpty();
    burns.minutes(BurnStage.BURN, 8);
    TimeLeft left = TimeLeft.of(burns.rows(), Burns.SETUP).orElseThrow();
    double truth = Math.log(burns.soot() / 12) / Burns.RATE;
    assertThat(left.seconds()).isCloseTo(truth, within(0.02 * truth));
    assertThat(truth).isBetween(left.least(), left.most());
    burns.minutes(BurnStage.COOL_DOWN, 1);
    assertThat(TimeLeft.of(burns.rows(), Burns.SETUP)).isEmpty();
  }

  /**
   * After a part was renewed it begins with everything hot still: the zero comes out at the end.
   */
  @Test
  void begunHotItIsConfirmedAllTheSame() {
    Burns hot = new Burns().minutes(BurnStage.LIGHT_OFF, 2);
    while (hot.soot() > Burns.SETUP.cleanPercent()) {
      hot.minutes(BurnStage.BURN, 0.5);
    }
    hot.behind = 260;
    Judgement j =
        RegenerationJudge.of(Burns.SETUP, hot.minutes(BurnStage.COOL_DOWN, 2).seen(true, true, ""));
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.PASS);
    assertThat(j.says().toString()).contains("confirms it");
  }

  /** Little that has burned says little of what is left: what is told is wide, then narrow. */
  @Test
  void earlyInTheBurnMoreIsLeftOpen() {
    Burns burns = new Burns().minutes(BurnStage.WARM_UP, 4).minutes(BurnStage.BURN, 3.5);
    TimeLeft early = TimeLeft.of(burns.rows(), Burns.SETUP).orElseThrow();
    TimeLeft late = TimeLeft.of(burns.minutes(BurnStage.BURN, 8).rows(), Burns.SETUP).orElseThrow();
    assertThat((early.most() - early.least()) / early.seconds()).isGreaterThan(0.3);
    assertThat((late.most() - late.least()) / late.seconds()).isLessThan(0.2);
    assertThat(early.least()).isNotNegative();
  }

  @Test
  void nothingThatIsToldMakesNonsense() {
    SplittableRandom random = new SplittableRandom(29);
    for (int run = 0; run < 1_500; run++) {
      List<BurnRow> rows = new ArrayList<>();
      for (int i = 0; i < random.nextInt(400); i++) {
        rows.add(
            new BurnRow(
                2.0 * i,
                BurnStage.values()[random.nextInt(5)],
                odd(random, 600),
                odd(random, 600),
                odd(random, 600),
                odd(random, 500),
                odd(random, 100),
                odd(random, 120),
                odd(random, 8),
                odd(random, 600),
                odd(random, 100)));
      }
      RegenerationSeen seen =
          new RegenerationSeen(
              rows,
              BurnStage.NONE,
              Optional.empty(),
              null,
              random.nextBoolean(),
              random.nextBoolean(),
              random.nextBoolean() ? "" : "it broke off");
      Judgement j = judge(seen);
      assertThat(j.says().toString()).isNotEmpty();
      assertThat(j.next().toString()).isNotEmpty();
      TimeLeft.of(rows, Burns.SETUP)
          .ifPresent(
              l -> {
                assertThat(l.least()).isNotNegative().isLessThanOrEqualTo(l.seconds());
                assertThat(l.most()).isGreaterThanOrEqualTo(l.seconds());
              });
    }
  }

  private static double odd(SplittableRandom random, double most) {
    return switch (random.nextInt(10)) {
      case 0 -> Double.NaN;
      case 1 -> -most * random.nextDouble();
      case 2 -> most * 1e5;
      default -> most * random.nextDouble();
    };
  }
}
