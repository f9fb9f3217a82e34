package hitchlamp.standin.module;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * What a simulated module puts on the bus, byte by byte as written by hand from J1939-21 and -81
 * (from memory).
 */
class SimModuleTest {
  private static final int TOOL = 0xF9;
  private final Agenda agenda = new Agenda();
  private final SimBus bus = new SimBus(agenda, 250_000);
  private final List<Frame> heard = new ArrayList<>();
  private SimModule module;

  @BeforeEach
  void powerUp() {
    module = module(SimModule.Trouble.NONE);
  }

  private SimModule module(SimModule.Trouble trouble) {
    SimModule m =
        new SimModule(
            "m",
            0x0000_0009_0000_1234L,
            0x0B,
            agenda,
            bus,
            new SplittableRandom(3),
            10_000,
            10_000,
            trouble);
    bus.listen(
        (stamped, sender) -> {
          m.hear(stamped, sender);
          if (sender != this) {
            heard.add(stamped.frame());
          }
        });
    m.power(true);
    run(200);
    heard.clear();
    return m;
  }

  private void run(long millis) {
    long until = agenda.now() + millis * 1_000;
    while (agenda.step(until)) {
      // one event each
    }
  }

  private void say(int identifier, int... bytes) {
    bus.send(Frame.extended(identifier, bytes), this);
  }

  @Test
  void itClaimsItsAddressWhenAsked() {
    say(0x18EAFFF9, 0x00, 0xEE, 0x00);
    run(300);
    assertThat(heard).containsExactly(Frame.extended(0x18EEFF0B, 0x34, 0x12, 0, 0, 0x09, 0, 0, 0));
  }

  @Test
  void aShortAnswerIsOneFramePaddedWithUnusedBytes() {
    module.answer(0xFEE5, () -> new byte[] {1, 2, 3, 4});
    say(0x18EA0BF9, 0xE5, 0xFE, 0x00);
    run(100);
    assertThat(heard).containsExactly(Frame.extended(0x18FEE50B, 1, 2, 3, 4, 255, 255, 255, 255));
  }

  @Test
  void whatItDoesNotKnowIsRefusedWhenAskedAloneAndPassedOverWhenAllAreAsked() {
    say(0x18EA0BF9, 0xDA, 0xFE, 0x00);
    run(100);
    assertThat(heard)
        .containsExactly(Frame.extended(0x18E8FF0B, 1, 255, 255, 255, TOOL, 0xDA, 0xFE, 0x00));
    heard.clear();
    say(0x18EAFFF9, 0xDA, 0xFE, 0x00);
    run(100);
    assertThat(heard).isEmpty();
  }

  @Test
  void aLongAnswerToOneWaitsForClearance() {
    module.answer(0xFEEB, () -> "Orrendale*".getBytes(StandardCharsets.US_ASCII));
    say(0x18EA0BF9, 0xEB, 0xFE, 0x00);
    run(100);
    assertThat(heard)
        .containsExactly(Frame.extended(0x1CECF90B, 16, 10, 0, 2, 255, 0xEB, 0xFE, 0x00));
    heard.clear();
    say(0x1CEC0BF9, 17, 2, 1, 255, 255, 0xEB, 0xFE, 0x00);
    run(50);
    assertThat(heard)
        .containsExactly(
            Frame.extended(0x1CEBF90B, 1, 'O', 'r', 'r', 'e', 'n', 'd', 'a'),
            Frame.extended(0x1CEBF90B, 2, 'l', 'e', '*', 255, 255, 255, 255));
    assertThat(module.sendingLong()).isTrue();
    say(0x1CEC0BF9, 19, 10, 0, 2, 255, 0xEB, 0xFE, 0x00);
    run(20);
    assertThat(module.sendingLong()).isFalse();
  }

  @Test
  void withoutClearanceItAbortsAfterItsTimeOut() {
    module.answer(0xFEEB, () -> new byte[20]);
    say(0x18EA0BF9, 0xEB, 0xFE, 0x00);
    run(1_400);
    assertThat(heard)
        .last()
        .isEqualTo(Frame.extended(0x1CECF90B, 255, 3, 255, 255, 255, 0xEB, 0xFE, 0x00));
    assertThat(module.sendingLong()).isFalse();
  }

  @Test
  void aSecondLongAnswerWaitsForTheFirst() {
    module.answer(0xFEEB, () -> new byte[9]);
    module.answer(0xFECA, () -> new byte[10]);
    say(0x18EA0BF9, 0xEB, 0xFE, 0x00);
    say(0x18EA0BF9, 0xCA, 0xFE, 0x00);
    run(100);
    assertThat(heard).hasSize(1);
    say(0x1CEC0BF9, 19, 9, 0, 2, 255, 0xEB, 0xFE, 0x00);
    run(20);
    assertThat(heard).last().matches(f -> f.at(0) == 16 && f.at(5) == 0xCA);
  }

  @Test
  void aLongAnswerToAllGoesOutWithGaps() {
    module.send(0xFECA, 255, new byte[16]);
    run(20);
    assertThat(heard)
        .containsExactly(Frame.extended(0x1CECFF0B, 32, 16, 0, 3, 255, 0xCA, 0xFE, 0x00));
    run(60);
    assertThat(heard).hasSize(2);
    run(150);
    assertThat(heard).hasSize(4);
  }

  @Test
  void broadcastsComeAtTheirPeriodAndStopWithTheSupply() {
    module.broadcast(3, 0xF004, 20_000, () -> 0x55L);
    run(1_000);
    assertThat(heard).hasSizeBetween(49, 51).allMatch(f -> f.identifier() == 0x0CF0040B);
    module.power(false);
    run(40);
    heard.clear();
    run(500);
    assertThat(heard).isEmpty();
  }

  @Test
  void aDeafModuleClaimsAndAnswersNothingElse() {
    SimModule deaf =
        new SimModule(
            "d",
            1,
            0x20,
            agenda,
            bus,
            new SplittableRandom(1),
            1_000,
            1_000,
            new SimModule.Trouble(0, 0, false, true));
    bus.listen(deaf::hear);
    deaf.power(true);
    deaf.answer(0xFEEB, () -> new byte[5]);
    run(200);
    heard.clear();
    say(0x18EA20F9, 0xEB, 0xFE, 0x00);
    run(300);
    assertThat(heard).isEmpty();
    say(0x18EA20F9, 0x00, 0xEE, 0x00);
    run(300);
    assertThat(heard).as("it still claims").contains(new Frame(0x18EEFF20, true, 8, 1));
  }

  @Test
  void aModuleThatLosesPacketsSendsItsAnnouncementAlone() {
    SimModule loses =
        new SimModule(
            "l",
            1,
            0x21,
            agenda,
            bus,
            new SplittableRandom(1),
            1_000,
            1_000,
            new SimModule.Trouble(1, 0, false, false));
    SimModule repeats =
        new SimModule(
            "r",
            1,
            0x22,
            agenda,
            bus,
            new SplittableRandom(1),
            1_000,
            1_000,
            new SimModule.Trouble(0, 1, false, false));
    bus.listen(
        (stamped, sender) -> {
          loses.hear(stamped, sender);
          repeats.hear(stamped, sender);
        });
    loses.power(true);
    repeats.power(true);
    run(200);
    heard.clear();
    loses.send(0xFECA, 255, new byte[16]);
    run(400);
    assertThat(heard).hasSize(1);
    heard.clear();
    repeats.send(0xFECA, 255, new byte[16]);
    run(400);
    assertThat(heard).hasSize(7);
  }

  @Test
  void countsFallIntoTheirBandsWhateverTheValue() {
    assertThat(Signal.put(Signal.NOTHING, 0, 8, 18, 1, -40) & 0xFF).isEqualTo(58);
    assertThat(Signal.put(Signal.NOTHING, 0, 8, 9_999, 1, -40) & 0xFF)
        .as("never into the states")
        .isEqualTo(0xFA);
    assertThat(Signal.put(Signal.NOTHING, 0, 8, -9_999, 1, -40) & 0xFF).isZero();
    assertThat(Signal.put(Signal.NOTHING, 0, 8, Signal.ERROR, 1, 0) & 0xFF).isEqualTo(0xFE);
    assertThat(Signal.put(Signal.NOTHING, 24, 16, Signal.ERROR, 1, 0) >>> 32 & 0xFF)
        .isEqualTo(0xFE);
    assertThat(Signal.put(0, 0, 16, Double.NaN, 1, 0)).isEqualTo(0xFFFF);
    assertThat(Signal.put(Signal.NOTHING, 2, 2, 1, 1, 0) >>> 2 & 3).isEqualTo(1);
  }

  @Test
  void textsAreLaidOutAsTheStandardSays() {
    assertThat(ModuleText.fields("A", "B", ""))
        .isEqualTo("A*B**".getBytes(StandardCharsets.US_ASCII));
    assertThat(ModuleText.software(List.of("X", "Y"))).startsWith(2, 'X', '*').hasSize(5);
    assertThat(ModuleText.calibration("CAL", 0x01020304))
        .startsWith(4, 3, 2, 1, 'C', 'A', 'L', ' ')
        .hasSize(20);
    assertThat(ModuleText.counters(258, -1)).containsExactly(2, 1, 0, 0, -1, -1, -1, -1);
  }
}
