package hitchlamp.core.trial.loaded;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.UnusableTable;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pulls out of a table that somebody else recorded. */
class LoadTableTest {
  private static final LoadedSetup SETUP =
      new LoadedSetup(6, false, 0.6, 80, 2, 2.5, 9, 1, List.of());
  private final List<LoadRow> rows = new PulledEngine(21, 1, 1.02, 0.97, 6, 1, 1.01).all().rows;
  private final List<Series> table = new ArrayList<>();

  private LoadTableTest add(String name, int spn, Unit unit, ToDoubleFunction<LoadRow> of) {
    long[] micros = rows.stream().mapToLong(r -> Math.round(r.seconds() * 1e6)).toArray();
    long[] raws =
        rows.stream()
            .mapToDouble(of)
            .mapToLong(v -> Double.isNaN(v) ? Scale.MISSING : Math.round(v * 1_000))
            .toArray();
    table.add(
        new Series(
            new Channel(
                "file/" + name,
                name,
                spn,
                "",
                "",
                "",
                Channel.Source.FILE,
                0,
                new Scale(0, 0.001, 0, unit, java.util.Map.of())),
            micros,
            raws));
    return this;
  }

  private LoadTableTest usual() {
    return add("Speed", 190, Unit.RPM, LoadRow::rpm)
        .add("Boost", 102, Unit.KILOPASCAL, LoadRow::boostKpa)
        .add("Exhaust", 1209, Unit.KILOPASCAL, LoadRow::exhaustKpa)
        .add("Rail", 157, Unit.MEGAPASCAL, LoadRow::railMpa)
        .add("Pedal", 91, Unit.PERCENT, LoadRow::pedalPercent);
  }

  private LoadTableTest crankcase() {
    return add("Crankcase", 101, Unit.KILOPASCAL, LoadRow::crankcaseKpa);
  }

  private LoadTableTest off() {
    return add("Cylinder off", 0, Unit.ONE, LoadRow::off);
  }

  private Judgement judged() {
    return LoadedJudge.of(SETUP, LoadTable.of(table, SETUP)).judgement();
  }

  @Test
  void aTableComesToTheVerdictOfTheRunItWasRecordedFrom() {
    usual().crankcase().off();
    Judgement j = judged();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString()).startsWith("With cylinder 4 off");
    assertThat(j.says()).isEqualTo(LoadedJudge.of(SETUP, rows).judgement().says());
  }

  @Test
  void pressuresInOtherUnitsAreTheSamePressures() {
    add("Speed", 190, Unit.RPM, LoadRow::rpm)
        .add("Boost", 102, Unit.PSI, r -> r.boostKpa() / 6.894757)
        .add("Crankcase", 101, Unit.INCH_WATER, r -> r.crankcaseKpa() / 0.2490889)
        .add("Pedal", 91, Unit.PERCENT, LoadRow::pedalPercent)
        .off();
    List<LoadRow> read = LoadTable.of(table, SETUP);
    assertThat(read.get(30).crankcaseKpa()).isCloseTo(rows.get(30).crankcaseKpa(), offset(0.001));
    assertThat(judged().says().toString()).startsWith("With cylinder 4 off");
  }

  @Test
  void chargeCountedFromNothingIsSetAgainstTheAir() {
    add("Speed", 190, Unit.RPM, LoadRow::rpm)
        .add("Charge", 102, Unit.KILOPASCAL, r -> r.boostKpa() + 88)
        .add("Air", 108, Unit.KILOPASCAL, r -> 88)
        .crankcase()
        .off();
    assertThat(LoadTable.of(table, SETUP).get(40).boostKpa())
        .isCloseTo(rows.get(40).boostKpa(), offset(0.01));
  }

  @Test
  void aBitForEachCylinderIsUnderstoodAndTwoAtOnceAreNoPull() {
    usual().crankcase();
    add(
        "Cylinders cut out",
        0,
        Unit.ONE,
        r -> r.off() == 6 ? 0b11 : r.off() == 0 ? 0 : 1 << r.off() - 1);
    assertThat(judged().says().toString()).startsWith("With cylinder 4 off");
    assertThat(LoadTable.of(table, SETUP).stream().map(LoadRow::off))
        .contains(-1)
        .doesNotContain(6);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Crankcase | 101 | kPa | boost | 'Crankcase' stands for crankcase pressure, and holds",
        "Crankcase | 101 | kPa | inches | 'Crankcase' stands for crankcase pressure, and holds",
        "Rail | 157 | MPa | exhaust | 'Rail' stands for rail pressure",
        "Crankcase | 101 | °C | crankcase | its unit is °C",
      })
  void columnsThatWereSwappedAndUnitsThatAreWrongAreNamed(
      String name, int spn, String unit, String holds, String says) {
    usual();
    table.removeIf(s -> s.channel().spn() == spn);
    if (spn != 101) {
      crankcase();
    }
    ToDoubleFunction<LoadRow> of =
        switch (holds) {
          case "boost" -> LoadRow::boostKpa;
          case "inches" -> r -> 4 * r.crankcaseKpa();
          case "exhaust" -> r -> r.exhaustKpa() * 10;
          default -> LoadRow::crankcaseKpa;
        };
    add(name, spn, Unit.ofSymbol(unit).orElseThrow(), of).off();
    assertThatThrownBy(this::judged).isInstanceOf(UnusableTable.class).hasMessageContaining(says);
  }

  @Test
  void aCylinderThatTheEngineDoesNotHaveIsRefused() {
    usual().crankcase();
    add("Cylinder off", 0, Unit.ONE, r -> r.off() == 6 ? 7 : r.off());
    assertThatThrownBy(this::judged)
        .hasMessage(
            "The column 'Cylinder off' says 7; there are cylinders 1 to 6, and 0 for all firing.");
  }

  @Test
  void whatIsMissingIsAskedFor() {
    usual().crankcase();
    assertThatThrownBy(this::judged).hasMessageContaining("name one 'Cylinder off'");
    off();
    table.removeIf(s -> s.channel().spn() == 101);
    assertThatThrownBy(this::judged)
        .hasMessage("The table holds no column of crankcase pressure: map one to SPN 101.");
    add("Crankcase", 101, Unit.KILOPASCAL, r -> Double.NaN);
    assertThatThrownBy(this::judged).hasMessage("The column 'Crankcase' holds no value.");
  }

  /** A logger that changes its rate, and one that lost ten seconds. */
  @Test
  void aRateThatChangesAndAGapLeaveTheVerdictAlone() {
    usual().crankcase().off();
    List<Series> odd = new ArrayList<>();
    for (Series s : table) {
      List<Integer> kept = new ArrayList<>();
      for (int i = 0; i < s.size(); i++) {
        boolean slow = i % 3 == 0 || rows.get(i).off() < 3;
        if (slow && rows.get(i).off() != 2) {
          kept.add(i);
        }
      }
      odd.add(
          new Series(
              s.channel(),
              kept.stream().mapToLong(i -> s.micros()[i]).toArray(),
              kept.stream().mapToLong(i -> s.raws()[i]).toArray()));
    }
    LoadedJudge.Compared c = LoadedJudge.of(SETUP, LoadTable.of(odd, SETUP));
    assertThat(c.judgement().says().toString()).startsWith("With cylinder 4 off");
    assertThat(c.judgement().named(LoadedJudge.PRESSURE)).noneMatch(m -> m.place() == 2);
  }

  @Test
  void withoutAPackTheTableTellsHowManyCylindersThereAre() {
    usual().crankcase().off();
    assertThat(LoadTable.usual(table).cylinders()).isEqualTo(6);
    assertThat(LoadTable.usual(table).byLoad()).isFalse();
    rows.removeIf(r -> r.off() == 6);
    table.clear();
    usual().crankcase().off();
    assertThat(LoadTable.usual(table).cylinders()).as("the last pull is missing").isEqualTo(6);
    assertThat(judged().verdict()).isEqualTo(Verdict.FAIL);
  }

  /** Whatever stands in a table, it is judged or refused with a reason. */
  @Test
  void noTableEndsItOtherwiseThanByAVerdictOrAReason() {
    SplittableRandom r = new SplittableRandom(9);
    int refused = 0;
    for (int run = 0; run < 300; run++) {
      table.clear();
      usual().crankcase().off();
      List<Series> odd = new ArrayList<>();
      int keeps = r.nextInt(rows.size() + 1);
      for (Series s : table) {
        if (r.nextInt(12) == 0) {
          continue;
        }
        long[] micros = Arrays.copyOf(s.micros(), keeps);
        long[] raws = Arrays.copyOf(s.raws(), keeps);
        for (int n = r.nextInt(9); n > 0 && keeps > 0; n--) {
          int at = r.nextInt(keeps);
          raws[at] =
              switch (s.channel().spn() == 0 ? 0 : r.nextInt(4)) {
                case 0 -> Scale.MISSING;
                case 1 -> -raws[at];
                case 2 -> raws[at] * 1_000;
                default -> 0;
              };
        }
        odd.add(new Series(s.channel(), micros, raws));
      }
      try {
        Judgement j = LoadedJudge.of(SETUP, LoadTable.of(odd, SETUP)).judgement();
        assertThat(j.says().toString()).isNotEmpty();
        assertThat(j.measured()).allMatch(m -> !Double.isInfinite(m.value()));
      } catch (UnusableTable e) {
        assertThat(e.getMessage()).isNotEmpty();
        refused++;
      }
    }
    assertThat(refused).isBetween(30, 270);
  }
}
