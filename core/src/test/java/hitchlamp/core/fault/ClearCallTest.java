package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Query;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Clears, fed with answers by hand: no bus, no unit. */
class ClearCallTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final String COOLANT = "/110/0";

  private static ModuleRef module(boolean services) {
    return new ModuleRef("m", "Module", "body", 33, ConversionVersion.V4, services);
  }

  private static KnownFault fault(int spn, FaultState state) {
    Dtc dtc = Dtc.encode(spn, 0, 3, ConversionVersion.V4);
    return new KnownFault(
        Fault.of(dtc, state, "m", 33, TRUCK),
        "body",
        "Module",
        Set.of(state),
        false,
        OptionalDouble.empty(),
        OptionalDouble.empty(),
        List.of(),
        false);
  }

  private static FaultReading read(boolean services, KnownFault... faults) {
    return Reads.of(module(services), true, faults);
  }

  /** A module with two faults, of which the coolant's is to be cleared. */
  private static ClearCall ofCoolant(boolean services, FaultState state) {
    return ClearCall.ofOne(read(services, fault(110, state), fault(111, state)), "m" + COOLANT)
        .orElseThrow();
  }

  private static ClearCall.Outcome answered(ClearCall call, Answer answer) {
    List<Command> asked = call.on(new Event.Began(0));
    assertThat(asked).hasSize(1);
    call.on(new Event.Answered(((Command.Ask) asked.get(0)).ticket(), answer, 1));
    assertThat(call.finished()).isTrue();
    return call.result().get(0);
  }

  private static Answer given(String hex) {
    return new Answer.Given(
        new Message(Pgn.DM22, 33, 249, 6, HexFormat.of().parseHex(hex.replace(" ", "")), 0, 0));
  }

  @Test
  void oneFaultIsClearedByItsNumberWhereTheModuleHasServices() {
    ClearCall call = ofCoolant(true, FaultState.ACTIVE);
    Command.Call asked = (Command.Call) call.on(new Event.Began(0)).get(0);
    assertThat(asked.request()).containsExactly(0x14, 110, 0, 0);
    assertThat(asked.tries()).as("what may have been done is not asked again").isEqualTo(1);
    call.on(new Event.Replied(asked.ticket(), new Reply.Positive(new byte[] {0x54}, 1), 1));
    ClearCall.Outcome o = call.result().get(0);
    assertThat(o.cleared(fault(110, FaultState.ACTIVE))).isTrue();
    assertThat(o.cleared(fault(111, FaultState.ACTIVE))).as("the other was not meant").isFalse();
  }

  @Test
  void elseByDm22FromTheListInWhichItStands() {
    for (FaultState state : List.of(FaultState.ACTIVE, FaultState.PREVIOUSLY_ACTIVE)) {
      Command.Ask asked = (Command.Ask) ofCoolant(false, state).on(new Event.Began(0)).get(0);
      assertThat(asked.query())
          .isInstanceOfSatisfying(
              Query.Clear.class, q -> assertThat(q.active()).isEqualTo(state == FaultState.ACTIVE));
      assertThat(asked.tries()).isEqualTo(1);
    }
  }

  @Test
  void onlyDoneIsAccepted() {
    assertThat(answered(ofCoolant(false, FaultState.ACTIVE), given("12FFFFFFFF6E0000")).accepted())
        .isTrue();
    assertThat(answered(ofCoolant(false, FaultState.ACTIVE), new Answer.Accepted()).accepted())
        .as("acknowledged alone")
        .isTrue();
    Map<String, String> refusals =
        Map.of(
            "1301FFFFFF6E0000", "it refuses now",
            "1302FFFFFF6E0000", "it keeps no such fault",
            "1304FFFFFF6E0000", "the fault went from active to earlier",
            "1300FFFFFF6E0000", "it does not clear this fault alone");
    refusals.forEach(
        (data, says) -> {
          ClearCall.Outcome o = answered(ofCoolant(false, FaultState.ACTIVE), given(data));
          assertThat(o.accepted()).isFalse();
          assertThat(o.says()).startsWith(says);
          assertThat(o.cleared(fault(110, FaultState.ACTIVE))).isFalse();
        });
    assertThat(answered(ofCoolant(false, FaultState.ACTIVE), new Answer.Silent()).says())
        .isEqualTo("it does not answer");
    assertThat(answered(ofCoolant(false, FaultState.ACTIVE), new Answer.NotSupported()).accepted())
        .isFalse();
  }

  @Test
  void aRefusedServiceIsSaid() {
    ClearCall call = ofCoolant(true, FaultState.ACTIVE);
    Command.Call asked = (Command.Call) call.on(new Event.Began(0)).get(0);
    call.on(new Event.Replied(asked.ticket(), new Reply.Refused(0x14, new NegativeCode(0x31)), 1));
    assertThat(call.result().get(0).accepted()).isFalse();
  }

  @Test
  void whatTheReadBeforeDoesNotKnowIsNotCleared() {
    FaultReading before = read(true, fault(110, FaultState.ACTIVE));
    assertThat(ClearCall.ofOne(before, "m/111/0")).isEmpty();
    assertThat(ClearCall.ofOne(before, "other/110/0")).isEmpty();
    assertThat(ClearCall.of(read(true), Set.of())).as("keeps none").isEmpty();
  }

  @Test
  void stoppedHalfwayNothingCountsAsCleared() {
    ClearCall call = ofCoolant(false, FaultState.ACTIVE);
    call.on(new Event.Began(0));
    call.on(new Event.StopAsked(1));
    assertThat(call.finished()).isTrue();
    assertThat(call.result().get(0).accepted()).isFalse();
  }

  @Test
  void aClearThatWasStoredBeforeSingleOnesIsOfAll() {
    ClearCall.Outcome old = new ClearCall.Outcome(module(true), true, "accepted", null);
    assertThat(old.cleared(fault(110, FaultState.ACTIVE))).isTrue();
  }
}
