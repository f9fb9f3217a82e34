package hitchlamp.core.trial.conversion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;

/** A drive that somebody recorded with another tool. */
class ConversionTableTest {
  private final List<Series> all = new ArrayList<>();
  private final List<ConversionRow> drive =
      new ArrayList<>(new Drive().converts(0.5).slips(15).cold(60).steady(260).overrun(30).rows());

  private ConversionTableTest add(int spn, Unit unit, ToDoubleFunction<ConversionRow> of) {
    Channel channel =
        new Channel(
            "file/" + spn,
            "Column " + spn,
            spn,
            "",
            "",
            "",
            Channel.Source.FILE,
            0,
            Scale.plain(0.01, unit));
    List<ConversionRow> told =
        drive.stream().filter(r -> !Double.isNaN(of.applyAsDouble(r))).toList();
    all.add(
        new Series(
            channel,
            told.stream().mapToLong(r -> Math.round(r.seconds() * 1e6)).toArray(),
            told.stream().mapToLong(r -> Math.round(of.applyAsDouble(r) / 0.01)).toArray()));
    return this;
  }

  private ConversionTableTest readings() {
    return add(3216, Unit.PARTS_PER_MILLION, ConversionRow::before)
        .add(3226, Unit.PARTS_PER_MILLION, ConversionRow::behind);
  }

  private Judgement judged() {
    return ConversionJudge.of(Drive.SETUP, ConversionTable.of(all));
  }

  @Test
  void aWholeTableIsJudgedAsTheDriveItself() {
    readings()
        .add(4360, Unit.FAHRENHEIT, r -> r.celsius() * 9 / 5 + 32)
        .add(4331, Unit.GRAM_PER_HOUR, ConversionRow::dosed)
        .add(190, Unit.RPM, ConversionRow::rpm)
        .add(183, Unit.US_GALLON_PER_HOUR, r -> r.fuel() / 3.785411784)
        .add(3217, Unit.PERCENT, ConversionRow::oxygenBefore)
        .add(3227, Unit.PERCENT, ConversionRow::oxygenBehind)
        .add(3218, Unit.ONE, r -> 1)
        .add(3219, Unit.ONE, r -> 1)
        .add(3220, Unit.ONE, r -> 1);
    Judgement j = judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly("catalyst");
    assertThat(j.named("conversion").get(0).value()).isCloseTo(50, within(1.0));
    assertThat(ConversionTable.of(all).get(70).beforeState()).isEqualTo(GasSensorState.STABLE);
  }

  @Test
  void aTableWithAValueEveryFiveSecondsIsJudgedAsWell() {
    drive.removeIf(r -> r.seconds() % 5 > 0.5);
    Judgement j = readings().judged();
    assertThat(j.verdict()).as(j.says().toString()).isEqualTo(Verdict.FAIL);
    assertThat(j.named("conversion").get(0).value()).isCloseTo(50, within(1.5));
  }

  @Test
  void bothReadingsAloneAreJudgedAndTheCauseIsLeftOpen() {
    Judgement j = readings().judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.parts()).extracting(Judgement.Part::id).containsExactly("ammonia", "catalyst");
  }

  @Test
  void aTableWithoutAReadingSaysWhichColumnToMap() {
    add(3216, Unit.PARTS_PER_MILLION, ConversionRow::before);
    assertThatThrownBy(() -> ConversionTable.of(all))
        .isInstanceOf(UnusableTable.class)
        .hasMessageContaining("behind the catalyst")
        .hasMessageContaining("3226");
  }

  @Test
  void aColumnThatCannotBeWhatItIsMappedToIsNamed() {
    readings().add(4360, Unit.KILOPASCAL, ConversionRow::celsius);
    assertThatThrownBy(() -> ConversionTable.of(all))
        .hasMessageContaining("Column 4360")
        .hasMessageContaining("kPa");
    all.clear();
    readings().add(3217, Unit.PERCENT, r -> 300);
    assertThatThrownBy(() -> ConversionTable.of(all)).hasMessageContaining("Column 3217");
  }

  @Test
  void aTableThatIsTooLongSaysHowMuchIsTaken() {
    Channel c =
        new Channel(
            "file/1",
            "NOx",
            3216,
            "",
            "",
            "",
            Channel.Source.FILE,
            0,
            Scale.plain(1, Unit.PARTS_PER_MILLION));
    all.add(new Series(c, new long[] {0, 6_000_000_000L}, new long[] {200, 200}));
    add(3226, Unit.PARTS_PER_MILLION, ConversionRow::behind);
    assertThatThrownBy(() -> ConversionTable.of(all)).hasMessageContaining("90 minutes");
  }

  @Test
  void whatItReadsIsKnownBeforeItIsFetched() {
    assertThat(ConversionTable.reads(3216)).isTrue();
    assertThat(ConversionTable.reads(3229)).isTrue();
    assertThat(ConversionTable.reads(110)).isFalse();
  }
}
