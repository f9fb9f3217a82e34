package hitchlamp.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Component.FaultPattern;
import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.quantity.UnitSystem;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.watch.LiveValues;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Checks that the unit answers by itself: an active fault, a value in its range. */
class UnitCheckTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, false);

  /** SPN 102 FMI 4 once, written by hand by SAE J1939-73, from memory. */
  private static final String LOW = "04 FF 66 00 04 01 FF FF";

  private static final String HIGH = "04 FF 66 00 03 01 FF FF";
  private static final String NONE = "00 FF 00 00 00 00 FF FF";
  private static final long SECOND = 1_000_000;

  private final LiveValues book = new LiveValues(TRUCK);

  private static Message dm1(double seconds, int source, String hex) {
    byte[] data = HexFormat.of().parseHex(hex.replace(" ", ""));
    long at = Math.round(seconds * SECOND);
    return new Message(Pgn.DM1, source, 255, 6, data, at, at);
  }

  private static FaultListening listening(boolean gone, double seconds) {
    return begun(
        new FaultListening(
            new Guide.FaultNow(List.of(), gone, seconds),
            List.of(new FaultPattern(102, 4)),
            ENGINE));
  }

  private static FaultListening begun(FaultListening c) {
    c.on(new Event.Began(SECOND));
    return c;
  }

  /** Groups that it asks for when time has come that far. */
  private static List<Integer> asks(FaultListening c, double seconds) {
    return c.on(new Event.Ticked(Math.round(seconds * SECOND))).stream()
        .filter(x -> x instanceof Command.Ask)
        .map(x -> ((Command.Ask) x).pgn())
        .toList();
  }

  private static void hears(FaultListening c, Message m) {
    c.on(new Event.Heard(m));
  }

  private static Optional<String> outcome(FaultListening c, double seconds) {
    c.on(new Event.Ticked(Math.round(seconds * SECOND)));
    return c.result().flatMap(UnitAnswer::outcome);
  }

  @Test
  void aFaultThatIsToldIsThereAtOnce() {
    FaultListening c = listening(false, 30);
    assertThat(outcome(c, 1.5)).isEmpty();
    hears(c, dm1(2, 0, LOW));
    assertThat(outcome(c, 2)).contains(Guide.THERE);
  }

  @Test
  void aFaultOfBeforeOrOfAnotherModuleOrAnotherModeDoesNotCount() {
    FaultListening c = listening(false, 30);
    hears(c, dm1(0.9, 0, LOW));
    hears(c, dm1(2, 3, LOW));
    hears(c, dm1(2, 0, HIGH));
    assertThat(outcome(c, 3)).isEmpty();
  }

  @Test
  void thatItStaysAwayIsKnownWhenTheTimeIsOver() {
    FaultListening c = listening(false, 30);
    for (int s = 2; s <= 32; s++) {
      hears(c, dm1(s, 0, NONE));
      if (s < 31) {
        assertThat(outcome(c, s)).as("after %d s it may still come", s).isEmpty();
      }
    }
    assertThat(outcome(c, 32)).contains(Guide.GONE);
  }

  @Test
  void aJumperThatTurnsTheFaultIsSeenWhenItHappens() {
    FaultListening c =
        begun(
            new FaultListening(
                new Guide.FaultNow(List.of(), false, 30),
                List.of(new FaultPattern(102, 3)),
                ENGINE));
    for (int s = 2; s < 12; s++) {
      hears(c, dm1(s, 0, LOW));
    }
    assertThat(outcome(c, 11)).isEmpty();
    hears(c, dm1(12, 0, HIGH));
    assertThat(outcome(c, 12)).contains(Guide.THERE);
  }

  @Test
  void waitingForItToGoEndsAfterThreeMessagesWithoutIt() {
    FaultListening c = listening(true, 120);
    hears(c, dm1(2, 0, LOW));
    hears(c, dm1(3, 0, NONE));
    hears(c, dm1(4, 0, NONE));
    assertThat(outcome(c, 4)).as("one message may have been cut off").isEmpty();
    hears(c, dm1(5, 0, NONE));
    assertThat(outcome(c, 5)).contains(Guide.GONE);
  }

  @Test
  void aFaultThatDoesNotGoIsThereWhenTheTimeIsOver() {
    FaultListening c = listening(true, 10);
    for (int s = 2; s <= 10; s++) {
      hears(c, dm1(s, 0, LOW));
      assertThat(outcome(c, s - 0.5)).isEmpty();
    }
    assertThat(outcome(c, 11.1)).contains(Guide.THERE);
  }

  @Test
  void aModuleThatTellsNothingLeavesItOpen() {
    FaultListening c = listening(false, 5);
    assertThat(outcome(c, 5)).isEmpty();
    assertThat(outcome(c, 9)).isEmpty();
    UnitAnswer a = c.result().orElseThrow();
    assertThat(a.outcome()).as("silence is no proof that it is gone").isEmpty();
    assertThat(a.says().toString()).contains("Is the key on");
  }

  @Test
  void garbledMessagesAreNoEvidence() {
    FaultListening c = listening(false, 5);
    for (int s = 2; s < 12; s++) {
      hears(c, dm1(s, 0, "04 FF 66"));
    }
    assertThat(outcome(c, 12)).isEmpty();
    assertThat(c.finished()).isTrue();
  }

  @Test
  void aModuleWithoutActiveFaultsIsAskedSinceItTellsNothingByItself() {
    FaultListening c = listening(false, 6);
    assertThat(asks(c, 1.5)).as("it may still tell by itself").isEmpty();
    assertThat(asks(c, 2.3)).containsExactly(Pgn.DM1);
    assertThat(asks(c, 2.6)).as("not asked twice").isEmpty();
    for (int s = 3; s < 7; s++) {
      hears(c, dm1(s, 0, NONE));
      c.on(new Event.Answered(s - 3, new Answer.Given(dm1(s, 0, NONE)), s * SECOND));
    }
    assertThat(outcome(c, 7.1)).contains(Guide.GONE);
  }

  @Test
  void oneThatTellsByItselfIsLeftAlone() {
    FaultListening c = listening(true, 30);
    for (int s = 2; s < 9; s++) {
      hears(c, dm1(s, 0, LOW));
      assertThat(asks(c, s + 0.9)).isEmpty();
    }
  }

  private ValueListening oil(double from, double to, EngineState... when) {
    return new ValueListening(
        new Guide.ValueNow(100, from, to, EnumSet.copyOf(List.of(when)), 2, "test"),
        "Oil pressure",
        "kPa",
        "",
        SECOND);
  }

  private Message group(int pgn, double seconds, int byteAt, int... raw) {
    byte[] data = new byte[8];
    Arrays.fill(data, (byte) 0xFF);
    for (int i = 0; i < raw.length; i++) {
      data[byteAt + i] = (byte) raw[i];
    }
    long at = Math.round(seconds * SECOND);
    return new Message(pgn, 0, 255, 3, data, at, at);
  }

  /** Engine speed in EEC1 (0.125 rpm a count), oil pressure in 65263 (4 kPa a count). */
  private void told(double seconds, int rpm, int kpa) {
    book.heard(group(61444, seconds, 3, rpm * 8 & 0xFF, rpm * 8 >> 8));
    book.heard(group(65263, seconds, 3, kpa / 4));
  }

  @Test
  void aValueIsTakenAsAMeanWhileTheEngineDoesWhatIsAsked() {
    ValueListening c = oil(140, 480, EngineState.IDLES);
    Optional<UnitAnswer> a = Optional.empty();
    for (double t = 1; t < 4 && a.isEmpty(); t += 0.25) {
      told(t, 700, 200);
      a = c.look(book, Math.round(t * SECOND));
    }
    assertThat(a.orElseThrow().outcome()).contains(Guide.IN);
    assertThat(a.orElseThrow().says())
        .hasToString("Oil pressure 200 kPa, mean of 2 s (200 kPa to 200 kPa), engine idles.");
    assertThat(a.orElseThrow().says().in(UnitSystem.US))
        .isEqualTo("Oil pressure 29.0 psi, mean of 2 s (29.0 psi to 29.0 psi), engine idles.");
  }

  @Test
  void secondsInWhichTheEngineDoesSomethingElseDoNotCount() {
    ValueListening c = oil(140, 480, EngineState.IDLES);
    told(1, 700, 80);
    c.look(book, SECOND);
    told(2, 1_400, 300);
    assertThat(c.look(book, 2 * SECOND)).isEmpty();
    assertThat(c.waits()).contains("Waiting until the engine idles; now it runs");
    told(3, 700, 80);
    assertThat(c.look(book, 3 * SECOND)).as("begins anew").isEmpty();
    told(5, 700, 80);
    assertThat(c.look(book, 5 * SECOND).orElseThrow().outcome()).contains(Guide.BELOW);
  }

  @Test
  void aValueThatNobodyTellsIsNotGuessed() {
    ValueListening c = oil(140, 480, EngineState.IDLES);
    assertThat(c.look(book, 10 * SECOND)).isEmpty();
    assertThat(c.look(book, 12 * SECOND).orElseThrow().outcome()).isEmpty();
  }
}
