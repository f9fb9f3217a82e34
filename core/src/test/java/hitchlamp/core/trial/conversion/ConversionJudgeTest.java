package hitchlamp.core.trial.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class ConversionJudgeTest {
  private static Judgement judge(Drive drive) {
    return ConversionJudge.of(Drive.SETUP, drive.rows());
  }

  private static List<String> failed(Judgement j) {
    return j.parts().stream()
        .filter(p -> p.verdict() == Verdict.FAIL)
        .map(Judgement.Part::id)
        .toList();
  }

  private static void blames(Drive drive, String part, String says) {
    Judgement j = judge(drive);
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.FAIL);
    assertThat(failed(j)).containsExactly(part);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.next().toString()).isNotBlank();
  }

  private static void cannotTell(Drive drive, String says) {
    Judgement j = judge(drive);
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(j.says().toString()).contains(says);
    assertThat(j.next().toString()).isNotBlank();
  }

  @Test
  void aHealthyDrivePassesWithItsInterval() {
    Judgement j = judge(Drive.whole(0.92));
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.PASS);
    assertThat(j.named("conversion").get(0).value()).isCloseTo(92, within(1.0));
    assertThat(j.named("conversion").get(0).plusMinus()).isBetween(0.7, 3.0);
    assertThat(j.named("zero-before").get(0).value()).isCloseTo(0, within(1.0));
    assertThat(j.named("stretch")).isNotEmpty();
    assertThat(judge(Drive.whole(0.8)).says().toString()).contains("it passes, but");
  }

  @Test
  void tooLittleWithNothingLeftOverWantsAmmoniaAndWithSomeTheCatalystIsWorn() {
    blames(Drive.whole(0.5), "ammonia", "too little comes");
    blames(
        new Drive().converts(0.5).slips(15).cold(120).steady(260).overrun(30),
        "catalyst",
        "ammonia comes out");
    blames(Drive.whole(-0.6), "catalyst", "More is read behind");
  }

  @Test
  void withoutTheFootOffBothRemainAndItSaysHowToTellThem() {
    Judgement j = judge(new Drive().converts(0.5).cold(120).steady(260));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.parts())
        .extracting(Judgement.Part::id, Judgement.Part::verdict)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("ammonia", Verdict.CANNOT_TELL),
            org.assertj.core.groups.Tuple.tuple("catalyst", Verdict.CANNOT_TELL));
    assertThat(j.part("catalyst").orElseThrow().next().toString()).contains("foot off");
  }

  @Test
  void aSensorThatIsOffIsNamedAndNotTheCatalyst() {
    blames(Drive.whole(0.92).all(r -> Drive.with(r, r.before() + 39, r.behind())), "before", "39");
    blames(Drive.whole(0.92).all(r -> Drive.with(r, r.before() - 39, r.behind())), "before", "-39");
    blames(Drive.whole(0.92).all(r -> Drive.with(r, r.before(), r.behind() + 39)), "behind", "39");
    blames(
        Drive.whole(0.92).all(r -> Drive.with(r, r.before(), r.behind() - 39)),
        "behind",
        "below nothing");
    blames(
        new Drive().cold(120).steady(260).all(r -> Drive.with(r, r.before(), r.behind() - 39)),
        "behind",
        "below nothing");
  }

  @Test
  void aReadingThatDoesNotMoveWhileWhatItMeasuresDoesIsStuck() {
    blames(
        Drive.whole(0.92).steady(150).all(r -> Drive.with(r, r.before(), 23)),
        "behind",
        "does not move");
    blames(
        Drive.whole(0.92).steady(150).all(r -> Drive.with(r, 205, r.behind())),
        "before",
        "does not move");
    // Where nothing changes, a steady reading is none that is stuck.
    Judgement still = judge(new Drive().cold(60).steady(300).all(r -> Drive.with(r, 195, 20)));
    assertThat(still.verdict()).as(still.says().toString()).isEqualTo(Verdict.PASS);
  }

  /** Tables of other tools hold whole ppm, and nothing below none. */
  @Test
  void aRoundedReadingThatIsNearlyNothingIsNotStuck() {
    Judgement j =
        judge(
            Drive.whole(0.99)
                .steady(150)
                .all(
                    r -> Drive.with(r, Math.rint(r.before()), Math.max(0, Math.rint(r.behind())))));
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.PASS);
  }

  @Test
  void withoutAnythingSteadyASensorIsNotBlamedForWhatMayBeAmmonia() {
    Judgement j = judge(new Drive().cold(60).at(40, 195, 200, 6).slips(40).overrun(40));
    assertThat(j.parts()).as(j.says().toString()).isEmpty();
    assertThat(j.verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aSensorThatSleepsInWarmGasIsNamedByHowFarItCame() {
    for (GasSensorState s : List.of(GasSensorState.OFF, GasSensorState.HEATS, GasSensorState.HOT)) {
      blames(
          new Drive()
              .steady(300)
              .all(r -> Drive.with(Drive.with(r, r.before(), Double.NaN), r.beforeState(), s)),
          "behind",
          switch (s) {
            case OFF -> "supply";
            case HEATS -> "heater";
            default -> "stable";
          });
    }
    blames(
        new Drive()
            .steady(300)
            .all(
                r ->
                    Drive.with(
                        Drive.with(r, Double.NaN, r.behind()),
                        GasSensorState.NOT_TOLD,
                        GasSensorState.NOT_TOLD)),
        "before",
        "tells nothing");
  }

  @Test
  void whereConditionsWereNeverThereItCannotTellAndSaysWhich() {
    cannotTell(new Drive().cold(20), "Too little");
    cannotTell(new Drive().cold(700), "never warm");
    cannotTell(
        new Drive()
            .at(200, 195, 200, 6)
            .all(
                r ->
                    Drive.with(
                        Drive.with(r, Double.NaN, Double.NaN),
                        GasSensorState.HEATS,
                        GasSensorState.HEATS)),
        "not awake yet");
    cannotTell(new Drive().at(400, 195, 210, 6), "reached 210");
    Drive wild = new Drive();
    for (int i = 0; i < 40; i++) {
      wild.at(8, 120 + 200 * (i % 3), 300, 6);
    }
    cannotTell(wild, "never held");
    cannotTell(Drive.whole(0.70), "too near");
  }

  @Test
  void conversionThatStillRisesIsNotJudgedYet() {
    Drive rising = new Drive().cold(100);
    for (int i = 0; i < 13; i++) {
      rising.converts(0.2 + 0.03 * i).steady(15);
    }
    cannotTell(rising, "still gets better");
  }

  @Test
  void withoutDosingThatIsTheReasonAndWithoutPressureItSaysSo() {
    Drive none = Drive.whole(0.02);
    blames(none.all(r -> Drive.dosed(r, 0, 1_000)), "dosing", "has its pressure");
    Judgement untold = judge(Drive.whole(0.02).all(r -> Drive.dosed(r, 0, Double.NaN)));
    assertThat(untold.says().toString()).contains("doses nothing").doesNotContain("pressure");
    blames(
        Drive.whole(0.02).all(r -> Drive.dosed(r, 0, 100)), "dosing", "the fluid has no pressure");
    blames(Drive.whole(0.4).all(r -> Drive.dosed(r, 150, 1_000)), "dosing", "by its own word");
  }

  @Test
  void frozenOrEmptyTankAndABurningFilterAreNoFaultOfDosing() {
    Drive none = Drive.whole(0.02).all(r -> Drive.dosed(r, 0, 100));
    cannotTell(none.all(r -> Drive.tank(r, -12, 60, 0)), "frozen");
    cannotTell(none.all(r -> Drive.tank(r, 20, 1, 0)), "empty");
    cannotTell(
        Drive.whole(0.4).all(r -> Drive.tank(Drive.dosed(r, 150, 1_000), 20, 60, 1)), "never held");
  }

  /**
   * A sound catalyst that got hot gives up ammonia with the foot off: neither it nor the sensor.
   */
  @Test
  void ammoniaThatHeatDroveOutIsNoReasonToBlameAnything() {
    for (double ppm : new double[] {6, 9, 16, 24}) {
      Judgement j =
          judge(
              new Drive()
                  .converts(0.95)
                  .slips(ppm)
                  .cold(60)
                  .steady(200)
                  .at(200, 300, 380, 12)
                  .overrun(40));
      assertThat(j.verdict()).as(ppm + ": " + j.says()).isEqualTo(Verdict.PASS);
    }
    Judgement hot =
        judge(new Drive().converts(0.95).slips(45).cold(60).at(260, 200, 400, 6.1).overrun(40));
    assertThat(hot.verdict()).as(hot.says().toString()).isEqualTo(Verdict.PASS);
    assertThat(hot.next().toString()).contains("without load");
  }

  @Test
  void airBehindAndTooMuchBeforeAreToldFromTheCatalyst() {
    blames(
        Drive.whole(0.94).all(r -> Drive.air(r, r.oxygenBefore(), r.oxygenBehind() + 1.5)),
        "leak",
        "more oxygen");
    blames(
        new Drive().converts(0.8).cold(60).at(260, 400, 300, 6.1).overrun(30),
        "raw",
        "The engine makes too much");
  }

  @Test
  void aTableWithoutAnythingButBothReadingsIsJudgedByThem() {
    Drive bare =
        Drive.whole(0.92)
            .all(
                r ->
                    new ConversionRow(
                        r.seconds(),
                        r.before(),
                        r.behind(),
                        GasSensorState.NOT_TOLD,
                        GasSensorState.NOT_TOLD,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN,
                        Double.NaN));
    assertThat(judge(bare).verdict()).isEqualTo(Verdict.PASS);
  }

  @Test
  void anyNonsenseIsJudgedWithoutFailingToAnswer() {
    SplittableRandom dice = new SplittableRandom(3);
    double[] odd = {Double.NaN, 0, -1, 1e9, -1e9, Double.MAX_VALUE, Double.POSITIVE_INFINITY, 200};
    for (int life = 0; life < 200; life++) {
      Drive d = Drive.whole(dice.nextDouble());
      d.all(
          r ->
              dice.nextInt(10) > 0
                  ? r
                  : new ConversionRow(
                      r.seconds(),
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      GasSensorState.values()[dice.nextInt(5)],
                      GasSensorState.values()[dice.nextInt(5)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)],
                      odd[dice.nextInt(8)]));
      Judgement j = judge(d);
      assertThat(j.says().toString()).doesNotContain("NaN").doesNotContain("Infinity");
    }
  }
}
