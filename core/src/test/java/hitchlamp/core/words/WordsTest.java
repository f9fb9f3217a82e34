package hitchlamp.core.words;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.quantity.Unit;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.words.sample.Sample;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class WordsTest {
  private static final Words WORDS = Words.of(Sample.class);
  private static final Figure HOT = Figure.whole(112, Unit.CELSIUS);
  private static final Figure LIMIT = Figure.whole(104, Unit.CELSIUS);

  @Test
  void aSentenceIsReadInTheUnitsOfItsReader() {
    Said said = WORDS.said("two-figures", "Coolant", HOT, LIMIT);
    assertThat(said.in(UnitSystem.METRIC))
        .isEqualTo("Coolant rose to 112 °C; the limit is 104 °C.");
    assertThat(said.in(UnitSystem.US)).isEqualTo("Coolant rose to 234 °F; the limit is 219 °F.");
    assertThat(said).hasToString("Coolant rose to 112 °C; the limit is 104 °C.");
    assertThat(said.figures()).containsExactly(HOT, LIMIT);
  }

  @Test
  void placesMayStandInAnotherOrderAndApostrophesAreText() {
    assertThat(WORDS.said("turned", HOT, "the engine"))
        .hasToString("It's the engine's 112 °C, and 112 °C again.");
  }

  @Test
  void aSentenceWithinASentenceKeepsItsFigures() {
    Said inner = WORDS.said("two-figures", "Oil", HOT, LIMIT);
    Said outer = WORDS.said("turned", inner, 1_234_567);
    assertThat(outer.in(UnitSystem.US)).contains("Oil rose to 234 °F").contains("It's 1234567's ");
    assertThat(Said.joined(" ", List.of(inner, outer)).figures()).hasSize(6);
  }

  @Test
  void whatAPersonTypedIsNeverTakenForAFigure() {
    String typed = "\uFFF95 km\uFFFB {0} 'quoted' $1 \\";
    assertThat(Said.plain(typed)).hasToString("5 km {0} 'quoted' $1 \\");
    assertThat(WORDS.said("turned", "x", typed).figures()).isEmpty();
    assertThat(WORDS.say("turned", "x", typed)).startsWith("It's 5 km {0} 'quoted' $1 \\'s");
  }

  @Test
  void whatSomebodyWroteWithAUnitIsReadInTheUnitsOfItsReader() {
    for (String[] pair :
        new String[][] {
          {"84 to 95 °C warm.", "183 °F to 203 °F warm."},
          {
            "About 100 kPa at idle, 300 to 500 kPa.",
            "About 14.5 psi at idle, 43.5 psi to 72.5 psi."
          },
          {"Rail within 5 MPa of it", "Rail within 725 psi of it"},
          {"At -20 °C, or 1,500 km", "At -4 °F, or 932 mi"},
          {"(2.5 MPa)", "(363 psi)"},
          {
            "4.75 to 5.25 V, 3 s, 110,000 rpm, 12 kPaX", "4.75 to 5.25 V, 3 s, 110,000 rpm, 12 kPaX"
          },
          {"X21 kPa, SPN 100/1 kPa, 7 km/hX", "X21 kPa, SPN 100/1 kPa, 7 km/hX"},
          {"50 km/h and 6 or 8 L", "31 mph and 1.6 gal or 2.1 gal"}
        }) {
      assertThat(Said.written(pair[0]).in(UnitSystem.US)).isEqualTo(pair[1]);
    }
    assertThat(Said.written("84 to 95 °C")).hasToString("84 °C to 95 °C");
    assertThat(Said.written("1 \uFFF9kPa")).hasToString("1 kPa");
  }

  @Test
  void brokenMarksAreLeftOutAndNothingIsLost() {
    for (String broken :
        List.of(
            "a \uFFF9b",
            "a \uFFFBb",
            "a \uFFF9b\uFFFB",
            "a \uFFF91 furlong\uFFFBb",
            "\uFFF9\uFFFB")) {
      Said said = new Said(broken);
      assertThat(said.figures()).isEmpty();
      assertThat(said.in(UnitSystem.US)).isEqualTo(broken.replaceAll("[\uFFF9\uFFFB]", ""));
    }
  }

  @Test
  void everyFigureOfEveryUnitComesBackAsItWasSaid() {
    Random random = new Random(5);
    for (Unit unit : Unit.values()) {
      for (int i = 0; i < 50; i++) {
        int decimals = random.nextInt(5);
        Figure f =
            new Figure(
                (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(9)), unit, decimals);
        Said said = WORDS.said("turned", f, "x");
        assertThat(said.figures()).hasSize(2);
        Figure back = said.figures().get(0);
        assertThat(back.unit()).isEqualTo(unit);
        assertThat(back.decimals()).isEqualTo(decimals);
        assertThat(back.value()).isCloseTo(f.value(), within(0.5001 * Math.pow(10, -decimals)));
        for (UnitSystem system : UnitSystem.values()) {
          assertThat(said.in(system)).contains(back.in(system)).doesNotContain("\uFFF9");
        }
      }
    }
  }

  @Test
  void aConversionAddsNoPrecisionAndTakesNone() {
    // 1 bar is 14.5038 psi, 1 mi 1.609344 km, 1 hp 0.7457 kW (NIST SP 811, appendix B).
    assertThat(new Figure(2.41, Unit.BAR, 2).in(UnitSystem.US)).isEqualTo("35.0 psi");
    assertThat(new Figure(241, Unit.KILOPASCAL, 0).in(UnitSystem.US)).isEqualTo("35.0 psi");
    assertThat(Figure.whole(160_934, Unit.KILOMETRE).in(UnitSystem.US)).isEqualTo("100,000 mi");
    assertThat(Figure.whole(300, Unit.KILOWATT).in(UnitSystem.US)).isEqualTo("402 hp");
    assertThat(Figure.counted(9.96, Unit.HOUR).in(UnitSystem.METRIC)).isEqualTo("10.0 h");
    assertThat(Figure.whole(7, Unit.ONE).in(UnitSystem.US)).isEqualTo("7");
    assertThat(new Figure(1_800.4, Unit.RPM, 0).in(UnitSystem.US)).isEqualTo("1,800 rpm");
  }

  @Test
  void aFigureThatNobodyKnowsSaysSo() {
    Figure none = Figure.whole(Double.NaN, Unit.KILOPASCAL);
    assertThat(none.in(UnitSystem.US)).isEqualTo("unknown");
    assertThat(WORDS.say("turned", none, "x")).isEqualTo("It's x's unknown, and unknown again.");
  }

  @Test
  void aSentenceThatIsNotThereIsAMistakeOfTheCode() {
    assertThatThrownBy(() -> WORDS.say("no-such")).hasMessageContaining("has no 'no-such'");
    assertThatThrownBy(() -> new Figure(1, Unit.BAR, -1))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
