package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.conversion.ConversionJudge;
import hitchlamp.core.trial.conversion.ConversionSetup;
import hitchlamp.core.trial.conversion.ConversionTable;
import hitchlamp.core.trial.loaded.LoadTable;
import hitchlamp.core.trial.loaded.LoadedJudge;
import hitchlamp.core.trial.loaded.LoadedSetup;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Function;
import org.junit.jupiter.api.Test;

/**
 * Tables as they are found: columns missing, empty, twice, of another unit, with gaps, of one value
 * only, with values that nothing can have. Each is judged, or refused with a sentence that says
 * why; none that is made of chance alone accuses anybody or calls anybody sound.
 */
class HostileTablesTest {
  private static final int TABLES = 1_500;
  private static final ConversionSetup CONVERSION =
      new ConversionSetup(70, 88, 4, 4, 245, 460, 180, 12, 21, 80, 1_500);
  private static final int[] GASES = {
    3216, 3226, 4360, 4331, 4334, 190, 84, 183, 3217, 3227, 3031, 1761, 3700
  };
  private static final int[] PULLS = {190, 102, 101, 1209, 157, 91, 92, 108};

  private static final Unit[] ANY = {
    Unit.ONE,
    Unit.PERCENT,
    Unit.RPM,
    Unit.KILOPASCAL,
    Unit.BAR,
    Unit.PSI,
    Unit.MEGAPASCAL,
    Unit.CELSIUS,
    Unit.FAHRENHEIT,
    Unit.PARTS_PER_MILLION,
    Unit.GRAM_PER_HOUR,
    Unit.LITRE_PER_HOUR,
    Unit.KILOMETRE_PER_HOUR
  };

  private static Unit unit(int spn, SplittableRandom dice) {
    if (dice.nextInt(40) == 0) {
      return ANY[dice.nextInt(ANY.length)];
    }
    return switch (spn) {
      case 3216, 3226 -> Unit.PARTS_PER_MILLION;
      case 4360, 3031 -> Unit.CELSIUS;
      case 4331 -> Unit.GRAM_PER_HOUR;
      case 4334, 102, 1209, 108, 101 -> Unit.KILOPASCAL;
      case 157 -> Unit.MEGAPASCAL;
      case 190 -> Unit.RPM;
      case 84 -> Unit.KILOMETRE_PER_HOUR;
      case 183 -> Unit.LITRE_PER_HOUR;
      default -> Unit.PERCENT;
    };
  }

  /** Where values of it may lie on a truck that is driven. */
  private static double[] range(int spn) {
    return switch (spn) {
      case 101 -> new double[] {0, 6};
      case 108 -> new double[] {90, 104};
      case 190 -> new double[] {600, 2_100};
      case 4334 -> new double[] {800, 1_000};
      case 4360 -> new double[] {150, 450};
      case 183 -> new double[] {0, 60};
      case 3217, 3227 -> new double[] {2, 21};
      case 3031 -> new double[] {-5, 40};
      case 3700 -> new double[] {0, 1};
      case 157 -> new double[] {30, 180};
      case 84, 91, 92, 1761 -> new double[] {0, 100};
      default -> new double[] {0, 300};
    };
  }

  private static Series series(
      String name, int spn, Unit unit, int size, double[] range, SplittableRandom dice) {
    long[] micros = new long[size];
    long[] raws = new long[size];
    long at = dice.nextInt(3_000_000);
    boolean still = dice.nextInt(12) == 0;
    double odd = dice.nextInt(25) == 0 ? 1e6 : 1;
    for (int i = 0; i < size; i++) {
      at += dice.nextInt(50) == 0 ? dice.nextInt(60_000_000) : 200_000 + dice.nextInt(900_000);
      micros[i] = at;
      double share = still ? 0.5 : dice.nextDouble();
      double v = odd * (range[0] + (range[1] - range[0]) * share);
      raws[i] = dice.nextInt(30) == 0 ? Scale.MISSING : Math.round(v * 1_000);
    }
    return new Series(
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
        raws);
  }

  private static List<Series> table(int[] spns, SplittableRandom dice) {
    List<Series> all = new ArrayList<>();
    int size = dice.nextInt(6) == 0 ? dice.nextInt(3) : 50 + dice.nextInt(400);
    for (int spn : spns) {
      int times = dice.nextInt(12) == 0 ? dice.nextInt(3) : 1;
      for (int i = 0; i < times; i++) {
        Unit unit = unit(spn, dice);
        all.add(series("Column " + spn, spn, unit, size, range(spn), dice));
      }
    }
    if (dice.nextInt(8) > 0) {
      double[] cylinders = {0, dice.nextInt(10) == 0 ? 40 : 6};
      Series off = series("Cylinder off", 0, Unit.ONE, size, cylinders, dice);
      long[] whole =
          Arrays.stream(off.raws())
              .map(v -> v == Scale.MISSING ? v : Math.round(v / 1_000.0) * 1_000)
              .toArray();
      all.add(new Series(off.channel(), off.micros(), dice.nextInt(10) == 0 ? off.raws() : whole));
    }
    return all;
  }

  /** How often tables of chance were judged and not refused. */
  private static int judged(int[] spns, Function<List<Series>, Judgement> analysis) {
    int judged = 0;
    for (int seed = 1; seed <= TABLES; seed++) {
      List<Series> table = table(spns, new SplittableRandom(seed));
      try {
        Judgement j = analysis.apply(table);
        judged++;
        assertThat(j.says().toString()).as("seed %d", seed).isNotBlank().doesNotContain("NaN");
        assertThat(j.next().toString()).as("seed %d", seed).isNotBlank();
        assertThat(j.verdict())
            .as("chance alone, seed %d: %s", seed, j.says())
            .isEqualTo(Verdict.CANNOT_TELL);
      } catch (UnusableTable e) {
        assertThat(e.getMessage()).as("seed %d", seed).isNotBlank().doesNotContain("null");
      }
    }
    return judged;
  }

  @Test
  void aDriveMadeOfChanceTellsNothingOfItsCatalyst() {
    assertThat(judged(GASES, t -> ConversionJudge.of(CONVERSION, ConversionTable.of(t))))
        .isGreaterThan(TABLES / 10);
  }

  @Test
  void pullsMadeOfChanceNameNoCylinder() {
    assertThat(
            judged(
                PULLS,
                t -> {
                  LoadedSetup setup = LoadTable.usual(t);
                  return LoadedJudge.of(setup, LoadTable.of(t, setup)).judgement();
                }))
        .isGreaterThan(TABLES / 10);
  }
}
