package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.station.FakeBus;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.trial.BenchState;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ReplayTest {
  private static final Pack PACK =
      PackReader.read(
          "p.yaml",
          """
          pack: p
          title: Test truck
          schema: 1
          layer: maker
          version: 1
          modules:
            engine: {title: Engine, function: 0, address: 0, conversion: v3}
            retarder: {title: Retarder, function: 13, address: 16}
          """);
  private static final Pack LAMPS =
      PackReader.read(
          "l.yaml",
          """
          pack: p
          title: Test truck
          schema: 1
          layer: maker
          version: 1
          modules:
            engine: {title: Engine, function: 0, address: 0, conversion: v3}
          lamps:
            stop: {title: Stop lamp, by: [engine], fault: stop}
          tests:
            lamps: {kind: lamps, title: Lamp check, answers: Whether., system: Electrical, module: unit,
                    minutes: 1, engine: standing, risk: 0, longest: 300, source: none}
          """);
  private static final Name OWN = new Name(77);

  private final FakeBus bus = new FakeBus();
  private final List<Roll> live = new ArrayList<>();
  private RollCall call;

  @BeforeEach
  void hookUp() {
    bus.module(0, 0)
        .answers(Pgn.COMPONENT_IDENTIFICATION, "Orrendale*Korvane 6*S1*T14*")
        .answers(Pgn.DM1, (byte) 4, (byte) 0xFF, (byte) 102, (byte) 0, (byte) 4, (byte) 12);
    bus.module(33, 26).stalls = true;
    bus.modules.get(1).answers(Pgn.VEHICLE_IDENTIFICATION, "SMW0TPR1400018204*");
    begin();
  }

  private void begin() {
    bus.station = new Station(OWN, 250_000, false, bus::fromUs, new Station.Listener() {});
    bus.tape.operator(OperatorEvent.began(OWN, 250_000), bus.now());
    bus.station.start(bus.now());
    bus.runUntil(bus.now() + 333_000);
  }

  private void callRoll(boolean full) {
    call = new RollCall(PACK, full);
    bus.tape.operator(OperatorEvent.calledRoll("p", full, "Technician 2"), bus.station.now());
    bus.station.run(call);
  }

  private void runToEnd() {
    bus.runUntil(bus.now() + 30_000_000);
    assertThat(call.finished()).isTrue();
    live.add(call.result());
  }

  /** Through the bytes in which blocks are stored, as the application does. */
  private static List<Roll> again(List<FrameBlock.Entry> stored) {
    List<FrameBlock.Entry> entries = FrameBlock.decode(FrameBlock.encode(stored));
    Replay replay = new Replay(entries.iterator(), id -> PACK, new Station.Listener() {});
    while (replay.step()) {
      // one entry after the other
    }
    return replay.rolls();
  }

  @Test
  void aStoredRollCallComesOutTheSame() {
    callRoll(true);
    runToEnd();
    callRoll(false);
    runToEnd();
    assertThat(live.get(0).entries()).hasSize(3);
    assertThat(live.get(0).faults()).hasSize(1);
    assertThat(again(bus.stored)).isEqualTo(live);
  }

  @Test
  void oneThatWasCutShortEndsWhereItWasCut() {
    callRoll(true);
    bus.runUntil(bus.now() + 700_000);
    bus.tape.operator(OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP), bus.station.now());
    bus.station.stop(call);
    assertThat(call.result().state()).isEqualTo(Roll.State.CUT_SHORT);
    bus.runUntil(bus.now() + 5_000_000);
    assertThat(again(bus.stored)).containsExactly(call.result());
  }

  @Test
  void aBrokenLinkBreaksItOffAgainAndTheNextHookUpBeginsAnew() {
    callRoll(true);
    bus.runUntil(bus.now() + 700_000);
    bus.tape.operator(OperatorEvent.of(OperatorEvent.LINK, OperatorEvent.LOST), bus.station.now());
    call.brokenOff(bus.station.now());
    Roll broken = call.result();
    begin();
    callRoll(true);
    runToEnd();
    assertThat(broken.state()).isEqualTo(Roll.State.BROKEN_OFF);
    assertThat(again(bus.stored)).containsExactly(broken, live.get(0));
  }

  @Test
  void aStoredReadOfTheFaultsComesOutTheSame() {
    callRoll(true);
    runToEnd();
    FaultCall faults = new FaultCall(PACK, live.get(0).modules(PACK));
    bus.tape.operator(
        OperatorEvent.of(OperatorEvent.FAULTS, OperatorEvent.BEGIN, "p"), bus.station.now());
    bus.station.run(faults);
    bus.runUntil(bus.now() + 30_000_000);
    assertThat(faults.finished()).isTrue();
    assertThat(faults.result().faults()).hasSize(1);
    Replay replay = new Replay(bus.stored.iterator(), id -> PACK, new Station.Listener() {});
    while (replay.step()) {
      // one entry after the other
    }
    assertThat(replay.readings()).containsExactly(faults.result());
  }

  @Test
  void withoutTheTicksASilentModuleWouldNotBeSilentAgain() {
    callRoll(true);
    runToEnd();
    List<FrameBlock.Entry> framesOnly =
        bus.stored.stream().filter(e -> !(e instanceof FrameBlock.Entry.OfTick)).toList();
    assertThat(again(framesOnly)).isNotEqualTo(live);
  }

  @Test
  void aStoreWhoseBeginningWasDroppedGivesNoRollInsteadOfAFalseOne() {
    callRoll(true);
    runToEnd();
    assertThat(again(bus.stored.subList(1, bus.stored.size()))).isEmpty();
  }

  private BenchState<?> lampsAgain() {
    List<FrameBlock.Entry> entries = FrameBlock.decode(FrameBlock.encode(bus.stored));
    Replay replay = new Replay(entries.iterator(), id -> LAMPS, new Station.Listener() {});
    while (replay.step()) {
      // one entry after the other
    }
    return replay.trial().orElseThrow();
  }

  private void stored(String action, Object... arguments) {
    bus.tape.operator(OperatorEvent.of(OperatorEvent.LAMPS, action, arguments), bus.station.now());
  }

  @Test
  void aLampCheckStoredBeforeTheBenchComesToItsLamps() {
    stored(OperatorEvent.BEGIN, "p");
    bus.runUntil(bus.now() + 2_000_000);
    bus.put(1_000, Frame.extended(0x18FECA00, 0x10, 0xFF, 0, 0, 0, 0, 0xFF, 0xFF));
    bus.put(3_000_000, Frame.extended(0x18FECA00, 0, 0xFF, 0, 0, 0, 0, 0xFF, 0xFF));
    bus.runUntil(bus.now() + 9_000_000);
    stored(OperatorEvent.ANSWER, "stop=NEVER_LIT");
    BenchState<?> again = lampsAgain();
    assertThat(again.ending()).isEqualTo(BenchState.Ending.COMPLETE);
    assertThat(again.judgement().says().toString())
        .contains("Commanded on by the engine module, and it never lit.");
  }

  @Test
  void aLampCheckThatWasStoppedIsStoppedAgain() {
    stored(OperatorEvent.BEGIN, "p");
    bus.runUntil(bus.now() + 500_000);
    stored(OperatorEvent.STOP);
    assertThat(lampsAgain().ending()).isEqualTo(BenchState.Ending.ENDED);
  }
}
