package hitchlamp.standin.module;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Bytes by hand after ISO 14229-1 and ISO 15765-2, from memory. The tool sits at address 249. */
class ServicesTest {
  private static final int TO_MODULE = 0x18DA0000 | 0xF9;
  private static final int TO_TOOL = 0x18DA0000 | 0xF9 << 8;

  private final Agenda agenda = new Agenda();
  private final SimBus bus = new SimBus(agenda, 250_000);
  private final FaultMemory memory = new FaultMemory();
  private final List<Frame> answers = new ArrayList<>();
  private boolean runs;
  private boolean bad = true;
  private SimModule module;
  private int written;

  @BeforeEach
  void build() {
    module = build(Services.Trouble.NONE);
  }

  private SimModule build(Services.Trouble trouble) {
    SimModule m =
        new SimModule(
            "engine",
            1,
            0,
            agenda,
            bus,
            new SplittableRandom(1),
            5_000,
            20_000,
            SimModule.Trouble.NONE);
    Monitor monitor =
        new Monitor(100, 4, FaultMemory.Lamp.WARNING, 1, 1, () -> bad)
            .circuit()
            .freezing(() -> new byte[] {1, 1, 0, 0x12, (byte) 0xC0});
    m.serve(
        new Services(agenda, memory, List.of(monitor), () -> runs, () -> 100.0, trouble)
            .written(0x0130, b -> b.length != 2 ? 0x13 : (written = b[1]) > 100 ? 0x31 : 0));
    bus.listen(
        (stamped, sender) -> {
          m.hear(stamped, sender);
          if (stamped.frame().identifier() == TO_TOOL) {
            answers.add(stamped.frame());
          }
        });
    m.power(true);
    monitor.step(2, 90, memory);
    return m;
  }

  private void say(String hex) {
    bus.send(Frame.extended(TO_MODULE, HexFormat.of().parseHex(hex.replace(" ", ""))), "tool");
  }

  private void passes(double seconds) {
    long until = agenda.now() + Math.round(seconds * 1e6);
    while (agenda.step(until)) {
      // one event after the other
    }
  }

  private String ask(String hex) {
    answers.clear();
    say(hex);
    passes(0.1);
    return answers.isEmpty() ? "" : hex(answers.get(0));
  }

  private static String hex(Frame f) {
    return HexFormat.of().formatHex(f.bytes());
  }

  @Test
  void aSessionOpensTellsItsTimesAndFallsBackAfterFiveSeconds() {
    assertThat(ask("02 10 03 FF FF FF FF FF")).isEqualTo("065003" + "00c801f4ff");
    assertThat(module.sendingLong()).as("an open session keeps the unit in real time").isTrue();
    passes(5.1);
    assertThat(module.sendingLong()).isFalse();
    assertThat(ask("02 10 07 FF FF FF FF FF")).startsWith("037f1012");
    assertThat(ask("03 10 03 00 FF FF FF FF")).startsWith("037f1013");
  }

  @Test
  void testerPresentHoldsTheSessionWithoutAnAnswer() {
    ask("02 10 03 FF FF FF FF FF");
    for (int i = 0; i < 4; i++) {
      passes(2);
      assertThat(ask("02 3E 80 FF FF FF FF FF")).isEmpty();
    }
    assertThat(module.sendingLong()).isTrue();
    assertThat(ask("02 10 81 FF FF FF FF FF")).as("closed without an answer").isEmpty();
    assertThat(module.sendingLong()).isFalse();
  }

  @Test
  void identifiersAreReadAndUnknownOnesRefused() {
    assertThat(ask("03 22 01 10 FF FF FF FF")).startsWith("07620110" + "000007d0");
    assertThat(ask("03 22 77 77 FF FF FF FF")).startsWith("037f2231");
    assertThat(ask("02 22 01 FF FF FF FF FF")).startsWith("037f2213");
    assertThat(ask("02 27 01 FF FF FF FF FF")).as("no such service").startsWith("037f2711");
  }

  @Test
  void aValueIsWrittenInASessionAndRefusedForItsReasonOtherwise() {
    assertThat(ask("05 2E 01 30 00 07 FF FF")).as("no session").startsWith("037f2e7f");
    ask("02 10 03 FF FF FF FF FF");
    assertThat(ask("05 2E 01 30 00 07 FF FF")).startsWith("036e0130");
    assertThat(written).isEqualTo(7);
    assertThat(ask("05 2E 01 30 00 70 FF FF")).as("out of its range").startsWith("037f2e31");
    assertThat(ask("04 2E 01 30 07 FF FF FF")).as("too short a value").startsWith("037f2e13");
    assertThat(ask("05 2E 77 30 00 07 FF FF")).as("none such").startsWith("037f2e31");
    assertThat(ask("03 2E 01 30 FF FF FF FF")).as("no value at all").startsWith("037f2e13");
  }

  @Test
  void theFaultListCarriesSpnFmiAndStatus() {
    assertThat(ask("03 19 02 0D FF FF FF FF")).isEqualTo("075902af640004ab");
    assertThat(ask("03 19 02 40 FF FF FF FF")).as("none with this bit").startsWith("035902af");
    assertThat(ask("03 19 55 00 FF FF FF FF")).startsWith("037f1912");
  }

  @Test
  void extendedDataComesInSegmentsAfterFlowControl() {
    String first = ask("06 19 06 64 00 04 FF FF");
    assertThat(first).isEqualTo("1011" + "590664000" + "4ab");
    say("30 00 00 FF FF FF FF FF");
    passes(0.1);
    assertThat(answers).hasSize(3);
    // Record 1: once, first and last at 90 h in steps of 0.05 h.
    assertThat(hex(answers.get(1))).startsWith("21" + "01" + "01" + "00000708");
    assertThat(hex(answers.get(2))).startsWith("22" + "000708" + "00");
  }

  @Test
  void snapshotsCarryTheFrozenValues() {
    ask("06 19 04 64 00 04 FF FF");
    say("30 00 00 FF FF FF FF FF");
    passes(0.1);
    assertThat(hex(answers.get(0))).isEqualTo("100c" + "59046400" + "04ab");
    assertThat(hex(answers.get(1))).startsWith("21" + "01" + "01" + "0100" + "12c0");
  }

  @Test
  void blocksAndGapsOfTheToolAreKept() {
    ask("06 19 06 64 00 04 FF FF");
    say("30 01 14 FF FF FF FF FF");
    passes(0.3);
    assertThat(answers).as("one frame a block, then it waits").hasSize(2);
    say("30 01 14 FF FF FF FF FF");
    passes(0.3);
    assertThat(answers).hasSize(3);
  }

  @Test
  void aToolThatHasNoRoomOrFallsSilentIsGivenUp() {
    ask("06 19 06 64 00 04 FF FF");
    say("32 00 00 FF FF FF FF FF");
    passes(0.1);
    assertThat(module.sendingLong()).isFalse();
    ask("06 19 06 64 00 04 FF FF");
    assertThat(module.sendingLong()).isTrue();
    passes(1.1);
    assertThat(module.sendingLong()).as("after a second without flow control").isFalse();
  }

  @Test
  void aClearIsDoneRefusedWhileTheEngineRunsOrOnlyPretended() {
    runs = true;
    assertThat(ask("04 14 FF FF FF FF FF FF")).startsWith("037f1483");
    runs = false;
    assertThat(ask("04 14 FF FF FF FF FF FF")).startsWith("0154");
    assertThat(memory.kept()).isEmpty();
    module.power(false);
    build(new Services.Trouble(true, false, false));
    assertThat(ask("04 14 FF FF FF FF FF FF")).startsWith("0154");
    assertThat(memory.kept()).hasSize(1);
  }

  @Test
  void theSelfTestNeedsItsSessionAndTimeAndTellsWhatFailsNow() {
    assertThat(ask("04 31 01 02 03 FF FF FF")).as("not in this session").startsWith("037f317f");
    ask("02 10 03 FF FF FF FF FF");
    assertThat(ask("04 31 03 02 03 FF FF FF")).as("no result yet").startsWith("037f3124");
    assertThat(ask("04 31 01 02 03 FF FF FF")).startsWith("037f3178");
    passes(4.2);
    assertThat(hex(answers.get(answers.size() - 1))).startsWith("0471010203");
    ask("02 3E 00 FF FF FF FF FF");
    assertThat(ask("04 31 03 02 03 FF FF FF")).isEqualTo("0771030203640004");
    bad = false;
    ask("04 31 01 02 03 FF FF FF");
    passes(4.2);
    ask("02 3E 00 FF FF FF FF FF");
    assertThat(ask("04 31 03 02 03 FF FF FF")).as("nothing found").startsWith("0471030203");
  }

  @Test
  void withoutSupplyNothingIsAnsweredAndHalfAnAnswerIsForgotten() {
    ask("06 19 06 64 00 04 FF FF");
    module.power(false);
    assertThat(module.sendingLong()).isFalse();
    assertThat(ask("02 10 03 FF FF FF FF FF")).isEmpty();
  }

  @Test
  void aModuleWhoseStubIsCutLivesUnheard() {
    module.offBus(true);
    assertThat(ask("02 10 03 FF FF FF FF FF")).isEmpty();
    module.offBus(false);
    assertThat(ask("02 10 03 FF FF FF FF FF")).startsWith("065003");
  }
}
