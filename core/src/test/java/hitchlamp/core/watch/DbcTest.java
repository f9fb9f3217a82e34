package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Parameters in and out as DBC. */
class DbcTest {
  private static final String HEAD = "VERSION \"\"\nBO_ 2364540158 EEC1: 8 Engine\n";

  @Test
  void signalsOfJ1939GroupsBecomeParameters() {
    Dbc.Contents c =
        Dbc.read(
            HEAD
                + " SG_ Speed : 24|16@1+ (0.125,0) [0|8031] \"rpm\" Tool\n"
                + " SG_ Own_Thing : 40|8@1+ (1,-40) [0|0] \"degC\" Tool\n"
                + "CM_ SG_ 2364540158 Speed \"Speed of the engine\";\n"
                + "BA_ \"SPN\" SG_ 2364540158 Speed 190;\n");
    assertThat(c.leftOut()).isEmpty();
    Parameter speed = c.parameters().get(0);
    assertThat(speed.spn()).isEqualTo(190);
    assertThat(speed.pgn()).isEqualTo(61444);
    assertThat(speed.name()).isEqualTo("Speed of the engine");
    assertThat(c.parameters().get(1).spn()).isEqualTo(Dbc.FIRST_OWN_SPN);
    assertThat(c.parameters().get(1).unit()).isEqualTo(Unit.CELSIUS);
  }

  @Test
  void whatIsWrittenIsReadAgainAlike() {
    List<Parameter> all = List.copyOf(Runs.PACK.parameters().values());
    Dbc.Contents back = Dbc.read(Dbc.write(all));
    assertThat(back.leftOut()).isEmpty();
    assertThat(back.parameters()).hasSameSizeAs(all);
    for (Parameter p : back.parameters()) {
      Parameter was = Runs.PACK.parameters().get(p.spn());
      assertThat(p.pgn()).isEqualTo(was.pgn());
      assertThat(p.startBit()).isEqualTo(was.startBit());
      assertThat(p.bits()).isEqualTo(was.bits());
      assertThat(p.scale())
          .isCloseTo(was.scale(), org.assertj.core.api.Assertions.withinPercentage(1e-8));
    }
  }

  @Test
  void whatCannotBeUsedIsLeftOutAndNamed() {
    Dbc.Contents c =
        Dbc.read(
            "BO_ 291 Short: 8 X\n SG_ A : 0|8@1+ (1,0) [0|0] \"\" T\n"
                + HEAD
                + " SG_ Big : 7|16@0+ (1,0) [0|0] \"\" T\n"
                + " SG_ Minus : 16|8@1- (1,0) [0|0] \"\" T\n"
                + " SG_ Mux m1 : 24|8@1+ (1,0) [0|0] \"\" T\n");
    assertThat(c.parameters()).isEmpty();
    assertThat(String.join(" ", c.leftOut()))
        .contains("Short: an 11-bit identifier")
        .contains("Big of EEC1: it is big-endian")
        .contains("Minus of EEC1: it is signed")
        .contains("Mux of EEC1: multiplexed");
  }

  @Test
  void whatIsWrongIsToldWithItsLine() {
    assertThatThrownBy(
            () ->
                Dbc.read(
                    HEAD
                        + " SG_ A : 0|16@1+ (1,0) [0|0] \"\" T\n SG_ B : 8|8@1+ (1,0) [0|0] \"\" T\n"))
        .hasMessageContaining("line 4: signal B lies over A");
    assertThatThrownBy(() -> Dbc.read(HEAD + " SG_ A : 60|8@1+ (1,0) [0|0] \"\" T\n"))
        .hasMessageContaining("line 3: signal A reaches beyond");
    assertThatThrownBy(() -> Dbc.read("BO_ x\n")).hasMessageContaining("line 1: not a message");
    assertThatThrownBy(() -> Dbc.read(HEAD + " SG_ nonsense\n"))
        .hasMessageContaining("line 3: not a signal");
    assertThatThrownBy(() -> Dbc.read(HEAD + HEAD)).hasMessageContaining("line 4");
    assertThatThrownBy(() -> Dbc.read("hello")).hasMessageContaining("no message");
  }

  private static String oneSignal(String factor, String offset) {
    return "BO_ 2566834174 M: 8 X\n SG_ S : 0|8@1+ (" + factor + "," + offset + ") [0|1] \"\" X\n";
  }

  @ParameterizedTest
  @CsvSource({
    "NaN, 0",
    "1e400, 0",
    "1e308, 0",
    "-1e308, 0",
    "Infinity, 0",
    "1, NaN",
    "1, 1e400",
    "1, 1e308"
  })
  void aFactorThatNoSignalHasIsRefusedWithItsLine(String factor, String offset) {
    assertThatThrownBy(() -> Dbc.read(oneSignal(factor, offset)))
        .isInstanceOf(CsvFault.class)
        .hasMessageContaining("line 2");
  }

  @Test
  void signalsOfASecondFileWithoutNumbersGetNumbersOfTheirOwn() {
    var first = Dbc.read(oneSignal("1", "0")).parameters();
    Set<Integer> known = first.stream().map(Parameter::spn).collect(Collectors.toSet());
    var second = Dbc.read(oneSignal("2", "0"), known).parameters();
    assertThat(second).hasSize(1);
    assertThat(known).doesNotContain(second.get(0).spn());
  }

  @Test
  void aSignalThatIsKnownAlreadyIsLeftOutAndNamed() {
    String text = oneSignal("1", "0") + "BA_ \"SPN\" SG_ 2566834174 S 190;\n";
    Dbc.Contents c = Dbc.read(text, Set.of(190));
    assertThat(c.parameters()).isEmpty();
    assertThat(c.leftOut()).containsExactly("Signal S of M: SPN 190 is known already.");
  }
}
