package hitchlamp.standin.unit;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.Services;
import hitchlamp.standin.module.SimModule;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a tester can command, start and adjust at the engine's module, by bytes. */
class EngineOutputsTest {
  private static final int TO_MODULE = 0x18DA0000 | 0xF9;
  private static final int TO_TOOL = 0x18DA0000 | 0xF9 << 8;

  private final EngineState state = new EngineState();
  private final Agenda agenda = new Agenda();
  private final SimBus bus = new SimBus(agenda, 250_000);
  private final List<Frame> answers = new ArrayList<>();
  private SimModule module;

  @BeforeEach
  void opensASession() {
    module =
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
    Services services =
        new Services(
            agenda,
            new FaultMemory(),
            List.of(),
            () -> state.running,
            () -> 100.0,
            Services.Trouble.NONE);
    new EngineOutputs(state, 650).answer(services);
    module.serve(services);
    bus.listen(
        (stamped, sender) -> {
          module.hear(stamped, sender);
          if (stamped.frame().identifier() == TO_TOOL) {
            answers.add(stamped.frame());
          }
        });
    module.power(true);
    state.running = true;
    state.omega = 650 * Math.PI / 30;
    assertThat(ask("02 10 03")).startsWith("0650");
  }

  private String ask(String hex) {
    answers.clear();
    String padded = (hex + " FF FF FF FF FF FF FF").replace(" ", "").substring(0, 16);
    bus.send(Frame.extended(TO_MODULE, HexFormat.of().parseHex(padded)), "tool");
    long until = agenda.now() + 100_000;
    while (agenda.step(until)) {
      // one event after the other
    }
    return answers.isEmpty() ? "" : HexFormat.of().formatHex(answers.get(0).bytes());
  }

  @Test
  void cylindersAreCutOutThreeAtTheMostAndOneWhileTheUnitMoves() {
    assertThat(ask("05 2F 03 05 03 05")).startsWith("046f030503");
    assertThat(state.cutOut).isEqualTo(5);
    assertThat(ask("03 22 03 05")).startsWith("0462030505");
    assertThat(ask("05 2F 03 05 03 0F")).as("four").startsWith("037f2f22");
    assertThat(ask("05 2F 03 05 03 40")).as("the seventh of six").startsWith("037f2f31");
    state.vehicleKmh = 10;
    assertThat(ask("05 2F 03 05 03 03")).as("two at speed").startsWith("037f2f22");
    assertThat(ask("05 2F 03 05 03 01")).as("one at speed").startsWith("046f030503");
    assertThat(ask("04 2F 03 05 00")).startsWith("046f030500");
    assertThat(state.cutOut).isZero();
  }

  @Test
  void aSpeedIsHeldWithinItsRange() {
    assertThat(ask("06 2F 03 06 03 1C 20")).startsWith("046f030603");
    assertThat(state.heldRpm).isEqualTo(900);
    assertThat(ask("06 2F 03 06 03 3E 80")).as("2,000 rpm").startsWith("037f2f31");
    assertThat(ask("05 2F 03 06 03 1C")).as("half a value").startsWith("037f2f13");
    state.running = false;
    assertThat(ask("06 2F 03 06 03 1C 20")).startsWith("037f2f22");
  }

  @Test
  void theIdleSpeedIsAdjustedByAHundredAtTheMost() {
    assertThat(ask("03 22 01 30")).as("650 rpm").startsWith("056201301450");
    assertThat(ask("05 2E 01 30 15 E0")).as("700 rpm").startsWith("036e0130");
    assertThat(state.idleTrimRpm).isEqualTo(50);
    assertThat(ask("05 2E 01 30 1C 20")).as("900 rpm").startsWith("037f2e31");
    assertThat(state.idleTrimRpm).as("what is refused changes nothing").isEqualTo(50);
  }

  @Test
  void theLiftPumpRunsOnlyWhileTheEngineStandsAndTheSupplyIsThere() {
    assertThat(ask("04 31 01 04 02")).as("it runs").startsWith("037f3183");
    state.running = false;
    state.omega = 0;
    state.batteryV = 21;
    assertThat(ask("04 31 01 04 02")).as("flat").startsWith("037f3193");
    state.batteryV = 25;
    assertThat(ask("04 31 01 04 02")).startsWith("0471010402");
    assertThat(state.priming).isTrue();
    assertThat(ask("04 31 03 04 02")).startsWith("077103040201");
    state.batteryV = 20;
    ask("02 3E 80");
    ask("02 3E 80");
    assertThat(state.priming).isFalse();
    assertThat(ask("04 31 03 04 02")).as("the supply fell").startsWith("077103040202ff02");
  }

  @Test
  void whatIsTakenGoesBackWithTheSession() {
    ask("05 2F 03 05 03 01");
    ask("05 2F 03 10 03 64");
    assertThat(ask("02 10 01")).startsWith("0650");
    assertThat(state.cutOut).isZero();
    assertThat(ask("05 2F 03 05 03 01")).as("no session").startsWith("037f2f7f");
  }

  @Test
  void theBackPressureValveIsPositionedAndGivenBackLikeTheOthers() {
    state.running = false;
    state.omega = 0;
    assertThat(ask("05 2F 03 13 03 EE")).as("95 %").startsWith("046f031303");
    assertThat(state.flapValve.taken()).isTrue();
    assertThat(ask("05 2F 03 13 03 FF")).as("102 %").startsWith("037f2f31");
    assertThat(ask("04 2F 03 13 00")).startsWith("046f031300");
    assertThat(state.flapValve.taken()).isFalse();
    state.vehicleKmh = 10;
    assertThat(ask("05 2F 03 13 03 EE")).as("while it moves").startsWith("037f2f22");
  }

  @Test
  void raisedIdleIsHeldUpTo1600() {
    assertThat(ask("06 2F 03 06 03 2E E0")).as("1,500 rpm").startsWith("046f030603");
    assertThat(state.heldRpm).isEqualTo(1_500);
  }
}
