package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.quantity.Unit;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Tables of other programs, as they come: separators, commas, gaps, and what is wrong with them.
 */
class CsvTest {
  private final List<long[]> rows = new ArrayList<>();
  private Track track;

  private Csv.Read read(String text, CsvMap map) throws IOException {
    rows.clear();
    track = null;
    return Csv.read(
        () -> new StringReader(text),
        map,
        "run.csv",
        new Csv.Sink() {
          @Override
          public void begins(Track t) {
            track = t;
          }

          @Override
          public void row(long micros, long[] raws) {
            long[] all = new long[raws.length + 1];
            all[0] = micros;
            System.arraycopy(raws, 0, all, 1, raws.length);
            rows.add(all);
          }
        });
  }

  private Csv.Read read(String text) throws IOException {
    return read(text, CsvMap.guess(text.lines().toList()));
  }

  private double value(int row, int column) {
    return track.channels().get(column).scale().value(rows.get(row)[column + 1]);
  }

  @ParameterizedTest
  @CsvSource({
    "RPM, 190",
    "Boost gauge, 102",
    "Aftertreatment 1 intake NOx, 3216",
    "NOx out, 3226",
    "Upstream oxygen, 3217",
    "SCR inlet temperature, 4360",
    "Fuel rate, 183",
    "NOx, 0",
    "Whatever, 0"
  })
  void columnsAreKnownByTheirCommonNames(String name, int spn) {
    assertThat(Csv.spnOf(name)).isEqualTo(spn);
  }

  @Test
  void aTableWithUnitsInItsNamesIsUnderstoodByItself() throws IOException {
    Csv.Read r = read("time [s],engine speed [rpm],boost [bar]\n0,600,0.052\n0.5,1400,1.25\n");
    assertThat(r.rows()).isEqualTo(2);
    assertThat(track.channels().get(0).spn()).isEqualTo(190);
    assertThat(track.channels().get(1).scale().unit()).isEqualTo(Unit.BAR);
    assertThat(rows.get(1)[0]).isEqualTo(500_000);
    assertThat(value(0, 1)).isCloseTo(0.052, org.assertj.core.api.Assertions.within(1e-12));
    assertThat(value(1, 0)).isEqualTo(1_400);
  }

  @Test
  void semicolonsDecimalCommasAndMillisecondsAreUnderstood() throws IOException {
    read("Time (ms);Oil (degC);Load (%)\n0;81,5;12\n100;81,75;n/a\n");
    assertThat(rows.get(1)[0]).isEqualTo(100_000);
    assertThat(value(1, 0)).isCloseTo(81.75, org.assertj.core.api.Assertions.within(1e-9));
    assertThat(track.channels().get(0).scale().unit()).isEqualTo(Unit.CELSIUS);
    assertThat(value(1, 1)).as("n/a is no value").isNaN();
  }

  @Test
  void timesOfTheDayAndExponentsAreUnderstood() throws IOException {
    read("t\ta\n08:00:01.5\t1.5e-3\n08:00:02\t2E1\n");
    assertThat(rows.get(1)[0] - rows.get(0)[0]).isEqualTo(500_000);
    assertThat(value(0, 0)).isCloseTo(0.0015, org.assertj.core.api.Assertions.within(1e-12));
    assertThat(value(1, 0)).isEqualTo(20);
  }

  @Test
  void noDigitIsLostOnTheWayThroughARecording() throws IOException {
    read("time [s],a\n0,0.123456789\n1,-77.1\n2,100000\n");
    StringWriter out = new StringWriter();
    List<long[]> all = List.copyOf(rows);
    CsvTable.write(
        out,
        List.of(
            new Series(
                track.channels().get(0),
                all.stream().mapToLong(x -> x[0]).toArray(),
                all.stream().mapToLong(x -> x[1]).toArray())),
        0,
        ',',
        false);
    assertThat(out.toString()).isEqualTo("time [s],a\r\n0,0.123456789\r\n1,-77.1\r\n2,100000\r\n");
  }

  @Test
  void moreThanNineDecimalsAreRoundedAndThatIsSaid() throws IOException {
    Csv.Read r = read("time [s],boost [bar],a\n0,1.23456789012345,1\n1,0.30000000000000004,2\n");
    assertThat(r.rounded()).containsExactly("boost");
    assertThat(rows.get(0)[1]).isEqualTo(1_234_567_890L);
    assertThat(rows.get(1)[1]).isEqualTo(300_000_000L);
    assertThat(read("time [s],a\n0,1.500000000000\n").rounded())
        .as("noughts at the end are no digits")
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "0.000000000012 | too small to be kept",
        "1.5e-30 | too small to be kept",
        "1e999999999 | too large a number",
        "9999999999999 | too large a number",
        "-1e13 | too large a number",
        "0x1p3 | is not a number",
        "1f | is not a number",
        "Infinity | is not a number"
      })
  void aFigureThatCannotBeKeptAsItIsIsRefusedWithItsLine(String figure, String says) {
    assertThatThrownBy(() -> read("time [s],a\n0,1\n1," + figure + "\n"))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("line 3")
        .hasMessageContaining(says);
    assertThat(track).as("nothing was loaded").isNull();
  }

  @Test
  void aColumnThatNeedsMoreThanFifteenDigitsIsRefusedAndNotChanged() {
    assertThatThrownBy(() -> read("time [s],a\n0,0.123456789\n1,99999999.5\n"))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("line 3")
        .hasMessageContaining("more than 15 digits");
    assertThatThrownBy(() -> read("time [s],a\n0,1.7976931e11\n1,0.0001234\n"))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("more than 15 digits");
  }

  /** java.math.BigDecimal, which loses no digit: whatever is taken comes out as it went in. */
  @Test
  void whateverIsTakenKeepsItsValue() throws IOException {
    SplittableRandom r = new SplittableRandom(11);
    int taken = 0;
    for (int i = 0; i < 3_000; i++) {
      BigDecimal a =
          BigDecimal.valueOf(r.nextLong(-(1L << r.nextInt(1, 62)), 1L << 40), r.nextInt(0, 16));
      BigDecimal b = BigDecimal.valueOf(r.nextLong(1L << r.nextInt(1, 50)), r.nextInt(0, 12));
      String text = r.nextBoolean() ? a.toPlainString() : a.toString();
      Csv.Read read;
      try {
        read = read("time [s],a\n0," + text + "\n1," + b.toPlainString() + "\n");
      } catch (CsvFault refused) {
        continue;
      }
      taken++;
      Scale scale = track.channels().get(0).scale();
      String out = CsvTable.text(scale, rows.get(0)[1]);
      BigDecimal off = new BigDecimal(out.isEmpty() ? "0" : out).subtract(a).abs();
      assertThat(
              off.compareTo(
                  read.rounded().isEmpty()
                      ? BigDecimal.ZERO
                      : a.abs().multiply(new BigDecimal("1e-6"))))
          .as("%s beside %s came out as %s", text, b, out)
          .isLessThanOrEqualTo(0);
    }
    assertThat(taken).isGreaterThan(500);
  }

  @Test
  void aClockThatPassesMidnightGoesOn() throws IOException {
    read("t\ta\n23:59:59.5\t1\n00:00:00.5\t2\n12:30:00\t3\n23:59:00\t4\n00:01\t5\n");
    assertThat(rows.get(1)[0] - rows.get(0)[0]).isEqualTo(Runs.SECOND);
    assertThat(rows.get(4)[0] - rows.get(3)[0]).isEqualTo(120 * Runs.SECOND);
    assertThatThrownBy(() -> read("t\ta\n12:00:00\t1\n11:59:59\t2\n"))
        .hasMessageContaining("time runs backwards");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"NaN:0:0", "1:60:00", "1:2:61", "1:-2:3", ":::", "1:2:3:4", "Infinity:1", "1e3:2"})
  void whatIsNoTimeOfDayIsRefused(String time) {
    assertThatThrownBy(() -> read("t\ta\n00:00:01\t1\n" + time + "\t1\n"))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("line 3");
  }

  @Test
  void aNameThatASpreadsheetWouldRunIsWrittenAsText() throws IOException {
    read("time [s],=cmd|' /C calc'!A0,@SUM\n0,1,2\n");
    StringWriter out = new StringWriter();
    CsvTable.write(
        out,
        List.of(
            new Series(track.channels().get(0), new long[] {0}, new long[] {1}),
            new Series(track.channels().get(1), new long[] {0}, new long[] {2})),
        0,
        ',',
        false);
    assertThat(out.toString()).startsWith("time [s],'=cmd|' /C calc'!A0,'@SUM\r\n");
  }

  @Test
  void aQuotationThatNeverEndsFillsNoMemory() {
    Reader text =
        new Reader() {
          private final Reader head = new StringReader("time [s],a\n0,\"");

          @Override
          public int read(char[] to, int from, int count) throws IOException {
            int n = head.read(to, from, count);
            if (n >= 0) {
              return n;
            }
            java.util.Arrays.fill(to, from, from + count, 'x');
            return count;
          }

          @Override
          public void close() {}
        };
    assertThatThrownBy(
            () ->
                Csv.read(
                    () -> text,
                    CsvMap.guess(List.of("time [s],a", "0,1")),
                    "x",
                    new Csv.Sink() {
                      @Override
                      public void begins(Track t) {}

                      @Override
                      public void row(long micros, long[] raws) {}
                    }))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("is a quotation mark left open?");
  }

  /** java.math.BigDecimal, which loses no digit either. */
  @Test
  void plainFiguresAreReadAsExactArithmeticReadsThem() {
    SplittableRandom r = new SplittableRandom(9);
    for (int i = 0; i < 2_000; i++) {
      int decimals = r.nextInt(10);
      BigDecimal figure =
          BigDecimal.valueOf(r.nextLong(-999_999_999L, 1_000_000_000L) * 10 + i % 10, decimals)
              .remainder(BigDecimal.valueOf(1_000_000_000L));
      String text = figure.toPlainString();
      int own = PlainFigure.decimals(text);
      assertThat(own).as(text).isEqualTo(decimals);
      assertThat(PlainFigure.count(text, own, 9))
          .as(text)
          .isEqualTo(figure.movePointRight(9).longValueExact());
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "-",
        ".",
        ".5",
        "+1",
        "1e3",
        "1,5",
        "1.2.3",
        "NaN",
        "1234567890",
        "1.0000000001"
      })
  void otherFiguresAreLeftToTheGeneralParser(String text) {
    assertThat(PlainFigure.decimals(text)).isEqualTo(-1);
  }

  /** Rows of a table that is nowhere whole in memory. */
  private static final class Endless extends Reader {
    private final long rows;
    private long row;
    private String line = "time [s],Engine speed [rpm]\n";
    private int at;

    Endless(long rows) {
      this.rows = rows;
    }

    @Override
    public int read(char[] to, int offset, int length) {
      if (at == line.length()) {
        if (row == rows) {
          return -1;
        }
        line = row + "," + (600 + row % 100) + "\n";
        row++;
        at = 0;
      }
      int n = Math.min(length, line.length() - at);
      line.getChars(at, at + n, to, offset);
      at += n;
      return n;
    }

    @Override
    public void close() {}
  }

  @Test
  void tenMillionRowsAreReadRowByRow() throws IOException {
    long[] sums = new long[2];
    Csv.Read r =
        Csv.read(
            () -> new Endless(10_000_000),
            CsvMap.guess(List.of("time [s],Engine speed [rpm]", "0,600")),
            "long.csv",
            new Csv.Sink() {
              @Override
              public void begins(Track t) {}

              @Override
              public void row(long micros, long[] raws) {
                sums[0]++;
                sums[1] += raws[0];
              }
            });
    assertThat(r.rows()).isEqualTo(10_000_000);
    assertThat(r.lastMicros()).isEqualTo(9_999_999L * Runs.SECOND);
    assertThat(sums[0]).isEqualTo(10_000_000);
    assertThat(sums[1]).isEqualTo(10_000_000L * 600 + 100_000L * 99 * 50);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "time [s],a;0,1;1,2,3| line 3: 3 fields",
        "time [s],a;1,1;0,2| line 3: time runs backwards",
        "time [s],a,a;0,1,2| line 1: two columns are named 'a'",
        "time [s],a;0,1;1,much| line 3: 'much' under 'a' is not a number",
        "time [s],a;0,1;later,2| line 3: 'later' is not a time",
        "time [s],a| the file has names and no values",
        "time [s],a;0,1e300| line 2: '1e300' is too large",
        "time [s],a;0,\"1| not a table",
      })
  void whatIsWrongIsToldWithItsLineAndNothingIsLoaded(String lines, String says) {
    String text = lines.replace(';', '\n') + "\n";
    assertThatThrownBy(() -> read(text))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining(says.strip());
    assertThat(rows).isEmpty();
    assertThat(track).isNull();
  }

  @Test
  void mapsThatCannotBeAreRefused() {
    assertThatThrownBy(() -> CsvMap.guess(List.of())).hasMessageContaining("empty");
    assertThatThrownBy(() -> new CsvMap(',', true, 1, 0, CsvMap.Time.SECONDS, List.of(), List.of()))
        .hasMessageContaining("comma cannot separate both");
    assertThatThrownBy(
            () ->
                read(
                    "time [s];a\n0;1\n",
                    new CsvMap(
                        ',',
                        false,
                        1,
                        0,
                        CsvMap.Time.SECONDS,
                        List.of(new CsvMap.Column(1, "a", Unit.ONE, 0, "")),
                        List.of())))
        .hasMessageContaining("is the separator right?");
  }

  @Test
  void seriesOfDifferentRhythmStandInOneTableWithHolesWhereNothingCame() throws IOException {
    Series fast = Runs.series("fast", Unit.RPM, 0.5, 1, t -> 600 + t);
    Series slow = Runs.series("slow", Unit.CELSIUS, 1, 1, t -> 80);
    StringWriter out = new StringWriter();
    CsvTable.write(out, List.of(fast, slow), 0, ';', true);
    assertThat(out.toString().split("\r\n"))
        .containsExactly("time [s];fast [rpm];slow [°C]", "0;600;80", "0,5;600,5;", "1;601;80");
  }
}
