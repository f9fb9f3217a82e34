package hitchlamp.core.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class FindingsTest {
  /** Worked by hand: 200 h, 50 of them idling, 4,000 L, 9,000 km, work of 70 h at full load. */
  private static final Use WORKED =
      new Use(
              Map.of(
                  UseFigure.HOURS, new Use.Amount(200, Unit.HOUR),
                  UseFigure.IDLE_HOURS, new Use.Amount(50, Unit.HOUR),
                  UseFigure.DRIVE_HOURS, new Use.Amount(0, Unit.HOUR),
                  UseFigure.FUEL, new Use.Amount(4_000, Unit.LITRE),
                  UseFigure.DISTANCE, new Use.Amount(9_000, Unit.KILOMETRE),
                  UseFigure.LOAD_HOURS, new Use.Amount(70, Unit.HOUR)))
          .worked();

  @Test
  void derivedFiguresAreQuotientsOfTotals() {
    assertThat(WORKED.in(UseFigure.IDLE_SHARE, Unit.PERCENT)).hasValue(25);
    assertThat(WORKED.in(UseFigure.FUEL_RATE, Unit.LITRE_PER_HOUR)).hasValue(20);
    assertThat(WORKED.in(UseFigure.FUEL_ECONOMY, Unit.KILOMETRE_PER_LITRE)).hasValue(2.25);
    assertThat(WORKED.in(UseFigure.LOAD_FACTOR, Unit.PERCENT)).hasValue(35);
    assertThat(WORKED.in(UseFigure.MEAN_SPEED, Unit.KILOMETRE_PER_HOUR)).hasValue(60);
    // 1 mi is 1.609344 km and 1 US gallon 3.785411784 L exactly (NIST SP 811, appendix B).
    assertThat(WORKED.in(UseFigure.FUEL_ECONOMY, Unit.MILE_PER_US_GALLON).getAsDouble())
        .isCloseTo(2.25 * 3.785411784 / 1.609344, within(1e-12));
  }

  @Test
  void whatIsNotToldIsMissingAndSoIsWhatFollowsFromIt() {
    Use use = new Use(Map.of(UseFigure.FUEL, new Use.Amount(10, Unit.LITRE))).worked();
    assertThat(use.figures()).containsOnlyKeys(UseFigure.FUEL);
    Use still =
        new Use(
                Map.of(
                    UseFigure.FUEL, new Use.Amount(10, Unit.LITRE),
                    UseFigure.HOURS, new Use.Amount(0, Unit.HOUR)))
            .worked();
    assertThat(still.figures()).as("nothing is divided by nothing").hasSize(2);
  }

  @Test
  void aTripOfMuchIdlingAndBrokenRegenerationsIsSaid() {
    Stories s =
        new Stories()
            .trip(UseFigure.HOURS, 100, Unit.HOUR)
            .trip(UseFigure.IDLE_HOURS, 52, Unit.HOUR)
            .trip(UseFigure.IDLE_FUEL, 120, Unit.LITRE)
            .trip(UseFigure.REGENERATIONS, 3, Unit.ONE)
            .trip(UseFigure.REGENERATIONS_ABORTED, 4, Unit.ONE);
    assertThat(s.findings())
        .extracting(x -> x.title().toString())
        .containsExactly(
            "4 of 7 regenerations of this trip were aborted.", "It idles for 52 % of its hours.");
  }

  @Test
  void figuresThatCannotAllBeRightAreNamed() {
    Stories s =
        new Stories()
            .life(UseFigure.HOURS, 1_000, Unit.HOUR)
            .life(UseFigure.IDLE_HOURS, 1_200, Unit.HOUR)
            .life(UseFigure.FUEL, 20, Unit.LITRE)
            .life(UseFigure.DISTANCE, 30_000, Unit.KILOMETRE)
            .trip(UseFigure.HOURS, 1_500, Unit.HOUR);
    s.plain.put(UseFigure.FUEL, new Use.Amount(18_000, Unit.LITRE));
    s.duty =
        Optional.of(
            new DutyMap(List.of(1_000.0), List.of(100.0), List.of(List.of(3_600.0), List.of(0.0))));
    Finding f = s.findings().get(0);
    assertThat(f.kind()).isEqualTo(Finding.Kind.CONTRADICTION);
    assertThat(f.reasons())
        .extracting(Said::toString)
        .containsExactly(
            "Its life counts more idle hours than engine hours.",
            "Fuel and distance of its life contradict each other: 1,500.00 km/L.",
            "The speed and load map of its life adds up to 1.0 h; it counts 1,000 h.",
            "Its trip counts more hours than its life.",
            "Fuel: 18,000 L by its broadcast message, 20 L by its own record.");
  }

  @Test
  void aModuleWithMoreHoursThanItsEngineIsPointedOut() {
    Stories s = new Stories();
    s.moduleHours = 4_000;
    assertThat(s.findings())
        .extracting(x -> x.title().toString())
        .containsExactly("Hour clocks disagree.");
  }

  @Test
  void aCounterThatBeganAgainIsCountedOnAndOneOfAnotherModuleIsNot() {
    Stories then = new Stories();
    then.counters.add(new FailureCounter(94, "Fuel delivery pressure", 65_530));
    then.counters.add(new FailureCounter(95, "Fuel filter", 400));
    then.counters.add(new FailureCounter(100, "Oil pressure", 7));
    Stories now = new Stories();
    now.counters.add(new FailureCounter(94, "Fuel delivery pressure", 4));
    now.counters.add(new FailureCounter(95, "Fuel filter", 25));
    now.counters.add(new FailureCounter(100, "Oil pressure", 7));
    List<Growth> grown = Growth.between(then.read().modules().get(0), now.read().modules().get(0));
    assertThat(grown).extracting(Growth::spn).containsExactly(95, 94);
    assertThat(grown).extracting(Growth::grew).containsExactly(25, 10);
    assertThat(grown.get(0).note()).contains("the module was replaced");
    assertThat(grown.get(1).note()).isEqualTo("The counter started again at 0.");
  }

  @Test
  void whatLeftItsSafeRangeIsToldWithItsTimesAndHowFarItWent() {
    Finding f = new Stories().hot(106, 990).findings().get(0);
    assertThat(f.title().toString())
        .isEqualTo("Coolant temperature rose to 106 °C; the limit is 104 °C.");
    assertThat(f.reasons())
        .extracting(Said::toString)
        .containsExactly(
            "3 times, 12 min in all; the module derated the engine.",
            "Worst 10 h of engine time ago, last 10 h of engine time ago.");
    assertThat(new Stories().hot(106, 300).findings()).as("old").isEmpty();
  }
}
