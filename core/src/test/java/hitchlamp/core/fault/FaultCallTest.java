package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.j1939.ControlArea;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.signoff.MonitorItems;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Query;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The procedure alone, fed with events by hand: no bus, no unit. */
class FaultCallTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, true);
  private static final ModuleRef BRAKES =
      new ModuleRef("b", "Brakes", "brakes", 11, ConversionVersion.V3, true);
  private static final ModuleRef BODY =
      new ModuleRef("y", "Body", "body", 33, ConversionVersion.V3, false);

  /** What each module answers: by group, or by the request in hex. */
  private final Map<String, String> answers = new HashMap<>();

  private int asked;

  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  private void group(int address, int pgn, String data) {
    answers.put(address + ":" + pgn, data);
  }

  private void service(int address, String request, String reply) {
    answers.put(address + ":" + request.replace(" ", "").toLowerCase(Locale.ROOT), reply);
  }

  private FaultReading run(ModuleRef... targets) {
    FaultCall call = new FaultCall(TRUCK, List.of(targets));
    Deque<Command> todo = new ArrayDeque<>(call.on(new Event.Began(1_000)));
    long t = 1_000;
    while (!todo.isEmpty()) {
      asked++;
      t += 1_000;
      Command c = todo.poll();
      if (c instanceof Command.Ask a) {
        String data =
            answers.get(
                a.destination()
                    + ":"
                    + (a.query() instanceof Query.TestsOf of
                        ? "tests of " + of.spn()
                        : a.query() instanceof Query.NumberedTest n
                            ? "test " + n.test()
                            : a.pgn()));
        Answer answer =
            data == null
                ? new Answer.NotSupported()
                : data.equals("silent")
                    ? new Answer.Silent()
                    : new Answer.Given(
                        new Message(a.pgn(), a.destination(), 249, 6, hex(data), t, t));
        todo.addAll(call.on(new Event.Answered(a.ticket(), answer, t)));
      } else if (c instanceof Command.Call s) {
        String data = answers.get(s.destination() + ":" + HexFormat.of().formatHex(s.request()));
        Reply reply =
            data == null
                ? new Reply.Refused(s.request()[0], new NegativeCode(0x11))
                : new Reply.Positive(hex(data), t);
        todo.addAll(call.on(new Event.Replied(s.ticket(), reply, t)));
      }
    }
    assertThat(call.finished()).isTrue();
    return call.result();
  }

  /** DM1 with SPN 102 FMI 4, count 9; DM2 with SPN 111 FMI 1, count 126. */
  private void twoFaults(int address) {
    group(address, Pgn.DM1, "04 FF 66 00 04 09 FF FF");
    group(address, Pgn.DM2, "00 FF 6F 00 01 7E FF FF");
  }

  private static KnownFault fault(FaultReading r, int spn) {
    return r.faults().stream().filter(f -> f.spn() == spn).findFirst().orElseThrow();
  }

  @Test
  void plainListsComeWithCountsAndWithoutTimes() {
    twoFaults(33);
    FaultReading r = run(BODY);
    assertThat(fault(r, 102).active()).isTrue();
    assertThat(fault(r, 102).times()).isEqualTo(9);
    assertThat(fault(r, 111).fault().atCeiling()).isTrue();
    assertThat(fault(r, 111).firstHour()).as("time unknown").isEmpty();
    assertThat(r.modules().get(0).read()).isTrue();
  }

  @Test
  void aFaultInSeveralListsIsOneFault() {
    twoFaults(33);
    group(33, Pgn.DM12, "44 FF 66 00 04 09 FF FF");
    group(33, Pgn.DM28, "00 FF 66 00 04 09 FF FF");
    FaultReading r = run(BODY);
    assertThat(r.faults()).hasSize(2);
    assertThat(fault(r, 102).emission()).isTrue();
    assertThat(fault(r, 102).states())
        .containsExactlyInAnyOrder(FaultState.ACTIVE, FaultState.PERMANENT);
  }

  @Test
  void ofAFaultFormatWithoutSpnsNoneAreMadeUp() {
    service(0, "19 02 0D", "59 02 AF 01 23 11 09 04 20 00 09");
    service(0, "19 01 0D", "59 01 AF 00 00 02");
    FaultReading r = run(ENGINE);
    assertThat(r.faults()).isEmpty();
    assertThat(r.modules().get(0).oddities())
        .anyMatch(o -> o.contains("ISO 15031-6") && o.contains("not read from there"));
    service(0, "19 01 0D", "59 01 AF 02 00 02");
    assertThat(run(ENGINE).faults()).hasSize(2);
    answers.remove("0:19010d");
    assertThat(run(ENGINE).faults()).as("one that tells none has that of the pack").hasSize(2);
  }

  @Test
  void aBroadcastFaultStaysWhateverTheFormatOfItsService() {
    twoFaults(0);
    service(0, "19 02 0D", "59 02 AF 01 23 11 09");
    service(0, "19 01 0D", "59 01 AF 01 00 01");
    assertThat(run(ENGINE).faults()).hasSize(2);
  }

  @Test
  void whatTestsOfMonitorsFoundIsAskedOfEachParameterThatTheModuleNames() {
    // DM24: SPN 4364 and 102 tell test results, 190 does not.
    group(0, Pgn.DM24, "0C 11 1B 02 66 00 1B 02 BE 00 1C 02");
    answers.put("0:tests of 4364", "F7 0C 11 12 E9 03 A0 8C FF FF C0 5D");
    FaultReading r = run(ENGINE);
    assertThat(r.modules().get(0).tests())
        .extracting(TestResult::spn, TestResult::value)
        .containsExactly(org.assertj.core.groups.Tuple.tuple(4364, 36_000));
    assertThat(r.modules().get(0).oddities())
        .as("the other was refused")
        .anyMatch(o -> o.contains("what a test of its monitors found: not supported"));
    assertThat(r.modules().get(0).untold()).containsExactly(102);
    // What was told passes well; what was not told keeps the proof away.
    assertThat(MonitorStanding.of(r, TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.NOT_JUDGED, 1));
    assertThat(MonitorItems.of(r, TRUCK))
        .singleElement()
        .satisfies(i -> assertThat(i.says().toString()).contains("was not told: Engine intake"));
  }

  /** DM5 of a module with a monitor of the filter, which has run. */
  private void watchesEmissions(int address) {
    group(address, Pgn.DM5, "00 00 14 00 00 04 00 00");
  }

  private static ModuleFaults only(FaultReading r) {
    assertThat(r.modules()).hasSize(1);
    return r.modules().get(0);
  }

  @Test
  void whatItCountsIsHeldAgainstWhatItLists() {
    watchesEmissions(33);
    twoFaults(33);
    group(33, Pgn.DM27, "00 FF 6E 00 00 01 FF FF");
    group(33, Pgn.DM28, "00 FF 00 00 00 00 FF FF");
    group(33, Pgn.DM29, "00 01 00 00 00 FF FF FF");
    assertThat(only(run(BODY)).oddities()).isEmpty();
    group(33, Pgn.DM29, "00 03 00 00 02 FF FF FF");
    assertThat(only(run(BODY)).oddities())
        .anyMatch(o -> o.startsWith("It counts 3 faults where its list (pending) has 1"))
        .anyMatch(o -> o.startsWith("It counts 2 faults where its list (permanent) has 0"));
  }

  @Test
  void aListThatDidNotComeIsNotHeldAgainstItsCount() {
    watchesEmissions(33);
    twoFaults(33);
    group(33, Pgn.DM29, "00 03 00 00 02 FF FF FF");
    assertThat(only(run(BODY)).oddities()).isEmpty();
  }

  @Test
  void whatFailsAtThisMomentAndIsNotConfirmedIsPending() {
    watchesEmissions(33);
    twoFaults(33);
    // DM35: 102/4, which is active, 111/1, which was, and 110/0, which stands nowhere.
    group(33, Pgn.DM35, "00 FF 66 00 04 7F 6F 00 01 7F 6E 00 00 7F");
    FaultReading r = run(BODY);
    assertThat(fault(r, 102).states()).containsExactly(FaultState.ACTIVE);
    assertThat(fault(r, 111).states())
        .containsExactlyInAnyOrder(FaultState.PREVIOUSLY_ACTIVE, FaultState.PENDING);
    assertThat(fault(r, 110).states()).containsExactly(FaultState.PENDING);
    assertThat(fault(r, 110).active()).as("not confirmed").isFalse();
    assertThat(only(r).further().fails(111, 1)).isTrue();
  }

  @Test
  void lampsTimesAndAreaAreToldBesideTheFaults() {
    watchesEmissions(33);
    twoFaults(33);
    group(33, Pgn.DM31, "66 00 04 09 04 FF FF FF");
    group(33, Pgn.DM33, "01 10 27 00 00 FF FF FF FF");
    group(33, Pgn.DM34, "43 43 FF FF FF FF FF FF");
    Further told = only(run(BODY)).further();
    assertThat(told.lampsOf(102, 4).orElseThrow().warning()).isEqualTo(Lamps.Lamp.ON);
    assertThat(told.lampsOf(111, 1)).as("not told of this one").isEmpty();
    assertThat(told.auxiliary().get(0).minutes()).hasValue(10_000);
    assertThat(told.area().orElseThrow().nox().area()).isEqualTo(ControlArea.Place.INSIDE);
  }

  @Test
  void aModuleThatWatchesNoEmissionsIsNotAskedForMore() {
    run(BODY);
    int without = asked;
    asked = 0;
    watchesEmissions(33);
    run(BODY);
    assertThat(asked).isEqualTo(without + 6);
  }

  /**
   * DM24 is not supported, DM10 names tests 1 and 3; the first passes.
   *
   * @param third what the module answers when it is asked for the third
   */
  private FaultReading readsNumbered(String third) {
    watchesEmissions(33);
    twoFaults(33);
    group(33, Pgn.DM10, "05 00 00 00 00 00 00 00");
    answers.put("33:test 1", "01 01 64 00 C8 00 FF FF");
    answers.put("33:test 3", third);
    return run(BODY);
  }

  @Test
  void testsThatAModuleOnlyNumbersAreAskedOneByOne() {
    FaultReading r = readsNumbered("03 01 00 FB C8 00 FF FF");
    assertThat(MonitorResult.of(only(r).tests(), TRUCK))
        .extracting(MonitorResult::title, MonitorResult::state)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(
                "Test 3 of the module", MonitorResult.State.NOT_RUN),
            org.assertj.core.groups.Tuple.tuple(
                "Test 1 of the module", MonitorResult.State.PASSES));
  }

  /** What it has and does not tell proves nothing, by SPN or by number. */
  @Test
  void aNumberedTestThatIsNotToldKeepsTheProofAway() {
    FaultReading r = readsNumbered("01 01 64 00 C8 00 FF");
    assertThat(only(r).further().untoldTests()).containsExactly(3);
    assertThat(MonitorStanding.of(r, TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.NOT_JUDGED, 1));
    assertThat(MonitorItems.of(r, TRUCK))
        .singleElement()
        .satisfies(i -> assertThat(i.says().toString()).contains("Test 3 of the module"));
  }

  @Test
  void garbledFurtherAnswersAreSaidAndTheFaultsStand() {
    watchesEmissions(33);
    twoFaults(33);
    group(33, Pgn.DM31, "66 00 04 09 04 FF 66 00 04");
    group(33, Pgn.DM33, "01 10 27 00 00 FF FF FF FF 02");
    group(33, Pgn.DM35, "00 FF 66");
    FaultReading r = run(BODY);
    assertThat(r.faults()).hasSize(2);
    assertThat(only(r).oddities()).hasSize(3).allMatch(o -> o.contains("garbled"));
  }

  /**
   * A hook-up of before DM24 was asked for, lived again: nobody answers it, nothing else is left.
   */
  @Test
  void brokenOffBeforeItsTestsAreToldTheFaultsAreWhole() {
    FaultCall call = new FaultCall(TRUCK, List.of(ENGINE));
    List<Command> now = call.on(new Event.Began(1_000));
    long t = 1_000;
    while (now.get(0) instanceof Command.Call
        || now.get(0) instanceof Command.Ask a && a.pgn() != Pgn.DM24) {
      assertThat(call.result().state()).isEqualTo(FaultReading.State.UNDER_WAY);
      t += 1_000;
      now =
          now.get(0) instanceof Command.Ask a
              ? call.on(new Event.Answered(a.ticket(), new Answer.NotSupported(), t))
              : call.on(
                  new Event.Replied(
                      ((Command.Call) now.get(0)).ticket(),
                      new Reply.Refused(0x22, new NegativeCode(0x11)),
                      t));
    }
    call.brokenOff();
    assertThat(call.result().state()).isEqualTo(FaultReading.State.COMPLETE);
    FaultCall never = new FaultCall(TRUCK, List.of(ENGINE));
    never.brokenOff();
    assertThat(never.result().state()).as("not begun").isEqualTo(FaultReading.State.CUT_SHORT);
    FaultCall early = new FaultCall(TRUCK, List.of(ENGINE));
    early.on(new Event.Began(1_000));
    early.brokenOff();
    assertThat(early.result().state()).isEqualTo(FaultReading.State.CUT_SHORT);
  }

  @Test
  void aModuleThatFallsSilentOverItsTestsLosesNoFault() {
    twoFaults(33);
    group(33, Pgn.DM24, "0C 11 1B 02 66 00 1B 02 EE 10 1B 02");
    answers.put("33:tests of 4364", "silent");
    answers.put("33:tests of 102", "silent");
    ModuleFaults m = run(BODY).modules().get(0);
    assertThat(m.faults()).hasSize(2);
    assertThat(m.ended()).isTrue();
    assertThat(m.oddities()).anyMatch(o -> o.contains("its faults are whole"));
  }

  @Test
  void aModuleWithoutTestResultsIsNotAskedForThemAndNothingIsOddAboutIt() {
    FaultReading r = run(BRAKES);
    assertThat(r.modules().get(0).tests()).isEmpty();
    assertThat(r.modules().get(0).oddities()).noneMatch(o -> o.contains("monitors"));
  }

  @Test
  void garbledResultsAreSaidAndThoseBeforeThemKept() {
    group(33, Pgn.DM24, "0C 11 1B 02");
    answers.put("33:tests of 4364", "F7 0C 11 12 E9 03 A0 8C FF FF C0 5D F7 0C");
    FaultReading r = run(BODY);
    assertThat(r.modules().get(0).tests()).hasSize(1);
    assertThat(r.modules().get(0).oddities()).anyMatch(o -> o.contains("test results"));
  }

  @Test
  void timesOfAModuleAreMovedToTheEnginesClock() {
    service(0, "22 01 10", "62 01 10 00 00 4E 20"); // 1,000 h
    service(11, "22 01 10", "62 01 10 00 00 07 D0"); // 100 h
    twoFaults(11);
    service(11, "19 02 0D", "59 02 AF 66 00 04 09");
    service(11, "19 06 66 00 04 FF", "59 06 66 00 04 09 01 09 00 00 07 08 00 00 07 CE 00");
    FaultReading r = run(ENGINE, BRAKES);
    assertThat(r.engineHours()).hasValue(1_000);
    assertThat(fault(r, 102).firstHour().orElse(0)).isCloseTo(990, within(0.01));
    assertThat(fault(r, 102).lastHour().orElse(0)).isCloseTo(999.9, within(0.01));
    assertThat(fault(r, 111).firstHour()).as("the service did not name it").isEmpty();
  }

  @Test
  void hoursThatRunBackwardsAfterAModuleWasChangedAreNotUsed() {
    service(0, "22 01 10", "62 01 10 00 00 4E 20");
    twoFaults(0);
    service(0, "19 02 0D", "59 02 AF 66 00 04 09");
    // First at 2,000 h, last at 2,100 h, on a clock that stands at 1,000 h.
    service(0, "19 06 66 00 04 FF", "59 06 66 00 04 09 01 09 00 00 9C 40 00 00 A4 10 00");
    FaultReading r = run(ENGINE);
    assertThat(fault(r, 102).lastHour()).isEmpty();
    assertThat(r.modules().get(0).oddities().toString()).contains("contradict its clock");
  }

  @Test
  void snapshotsAreReadByThePacksIdentifiers() {
    twoFaults(0);
    service(0, "19 02 0D", "59 02 AF 66 00 04 09");
    service(0, "19 04 66 00 04 FF", "59 04 66 00 04 09 01 02 01 00 12 C0 01 0F FE 02 01 01 03 7C");
    KnownFault f = fault(run(ENGINE), 102);
    assertThat(f.snapshots()).hasSize(2);
    assertThat(f.snapshots().get(0).find(190).orElseThrow().value()).isEqualTo(600);
    assertThat(f.snapshots().get(0).find("Oil pressure").orElseThrow().state().name())
        .isEqualTo("ERROR");
    assertThat(f.snapshots().get(1).find("Coolant temperature").orElseThrow().value())
        .isEqualTo(84);
  }

  @Test
  void aFaultThatOnlyTheServiceNamesIsNotDropped() {
    service(0, "19 02 0D", "59 02 AF B8 04 03 08");
    FaultReading r = run(ENGINE);
    assertThat(fault(r, 1208).active()).isFalse();
    assertThat(fault(r, 1208).fault().count()).as("not counted").isEmpty();
  }

  @Test
  void aSilentModuleIsLeftAfterTwoQuestions() {
    for (FaultList l : FaultList.values()) {
      group(33, l.pgn(), "silent");
    }
    FaultReading r = run(BODY);
    assertThat(asked).isEqualTo(2);
    assertThat(r.modules().get(0).read()).isFalse();
    assertThat(r.modules().get(0).oddities().toString()).contains("stopped answering");
  }

  @Test
  void garbledListsAndRefusedServicesAreSaid() {
    group(33, Pgn.DM1, "04 FF 66");
    group(33, Pgn.DM2, "00 FF 00 00 00 00 FF FF");
    assertThat(run(BODY).modules().get(0).oddities().toString()).contains("garbled");
    answers.clear();
    twoFaults(0);
    assertThat(run(ENGINE).modules().get(0).oddities().toString())
        .contains("Asked for its faults by service, it does not have this service.");
  }

  @Test
  void whatWasClearedWhenIsTold() {
    twoFaults(33);
    group(33, Pgn.DM26, "00 00 07 37 E0 1F 00 00");
    group(33, Pgn.DM21, "00 00 10 00 00 00 2C 01");
    ModuleFaults m = run(BODY).modules().get(0);
    assertThat(m.sinceClear()).hasValue(7);
    assertThat(m.minutesSinceClear()).hasValue(300);
  }

  @Test
  void hundredsOfFaultsAreKeptAndTheirDetailsBounded() {
    StringBuilder list = new StringBuilder("5902AF");
    for (int i = 0; i < 400; i++) {
      list.append(String.format("%02X%02X%02X09", i & 0xFF, i >> 8, 3));
    }
    service(0, "19 02 0D", list.toString());
    FaultReading r = run(ENGINE);
    assertThat(r.faults()).hasSize(400);
    assertThat(asked).isLessThan(2 * FaultCall.MOST_DETAILS + 20);
    assertThat(r.modules().get(0).oddities().toString()).contains("400 faults");
  }

  @Test
  void withoutModulesThereIsNothingToWaitFor() {
    assertThat(run().state()).isEqualTo(FaultReading.State.COMPLETE);
  }

  @Test
  void stoppedItKeepsWhatItHas() {
    FaultCall call = new FaultCall(TRUCK, List.of(BODY));
    Command.Ask first = (Command.Ask) call.on(new Event.Began(0)).get(0);
    call.on(
        new Event.Answered(
            first.ticket(),
            new Answer.Given(
                new Message(Pgn.DM1, 33, 249, 6, hex("04 FF 66 00 04 09 FF FF"), 5, 5)),
            5));
    call.on(new Event.StopAsked(6));
    assertThat(call.result().state()).isEqualTo(FaultReading.State.CUT_SHORT);
    assertThat(call.result().faults()).hasSize(1);
    assertThat(call.on(new Event.Ticked(9))).isEmpty();
  }

  @Test
  void valuesFrozenWithoutServicesComeByTheModulesOwnLayout() {
    twoFaults(33);
    group(33, Pgn.ENGINE_HOURS, "20 4E 00 00 FF FF FF FF"); // 1,000 h
    group(0, Pgn.ENGINE_HOURS, "20 4E 00 00 FF FF FF FF");
    // Speed, battery, hours, and an SPN that no pack knows.
    group(33, Pgn.DM24, "BE 00 18 02 A8 00 18 02 F7 00 18 04 10 27 18 01");
    group(33, Pgn.DM25, "0D 66 00 04 09 C0 12 F4 01 F8 4D 00 00 07");
    KnownFault f =
        fault(
            run(new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, false), BODY), 102);
    assertThat(f.snapshots()).hasSize(1);
    assertThat(f.snapshots().get(0).find(190).orElseThrow().value()).isEqualTo(600);
    assertThat(f.snapshots().get(0).find(168).orElseThrow().value()).isCloseTo(25, within(1e-9));
    assertThat(f.snapshots().get(0).find(10_000).orElseThrow().raw())
        .as("unknown ones stay by their number")
        .isEqualTo(7);
    assertThat(f.firstHour().orElseThrow())
        .as("the hour in the frame")
        .isCloseTo(998, within(1e-9));
    assertThat(f.lastHour()).as("a frame does not tell how long it lasted").isEmpty();
  }

  @Test
  void framesOfTheOldLayoutAreReadWhereThereIsNoLayout() {
    twoFaults(33);
    // SPN 102 FMI 4 count 9; torque mode 1, 210 kPa, 1,500 rpm, 80 %, 90 °C, 40 km/h.
    group(33, Pgn.DM4, "0C 66 00 04 09 01 69 E0 2E 50 82 00 28");
    KnownFault f = fault(run(BODY), 102);
    assertThat(f.snapshots().get(0).find(102).orElseThrow().value()).isEqualTo(210);
    assertThat(f.snapshots().get(0).find(190).orElseThrow().value()).isEqualTo(1_500);
    assertThat(f.snapshots().get(0).find(110).orElseThrow().value()).isEqualTo(90);
    assertThat(f.snapshots().get(0).find(84).orElseThrow().value()).isEqualTo(40);
  }

  @Test
  void frozenValuesThatDoNotFitAreSaid() {
    twoFaults(33);
    group(33, Pgn.DM24, "BE 00 18 02");
    group(33, Pgn.DM25, "09 66 00 04 09 C0 12 F4 01 F8");
    FaultReading r = run(BODY);
    assertThat(fault(r, 102).snapshots()).isEmpty();
    assertThat(r.modules().get(0).oddities().toString()).contains("freeze frames are garbled");
  }

  @Test
  void monitorsAndTheirCountsAreKept() {
    group(33, Pgn.DM5, "00 00 14 37 80 00 80 00");
    group(33, Pgn.DM20, "E8 03 58 02 F8 0B 00 5A 00 C8 00");
    ModuleFaults m = run(BODY).modules().get(0);
    assertThat(m.readiness().orElseThrow().notReady())
        .contains("exhaust recirculation and valve timing");
    assertThat(m.monitorCounts().orElseThrow().ignitionCycles()).hasValue(1_000);
    assertThat(ClearWarnings.of(run(BODY)).toString()).doesNotContain("soot");
  }

  @Test
  void theSootLoadOnTheBusWarnsOfAClearBeforeTheRegeneration() {
    FaultCall call = new FaultCall(TRUCK, List.of(BODY));
    call.on(new Event.Began(1));
    call.on(new Event.Heard(new Message(64891, 85, 255, 6, hex("5C FF FF FF FF FF FF FF"), 2, 2)));
    call.brokenOff();
    assertThat(ClearWarnings.of(call.result()).toString()).contains("92 % full of soot");
  }

  private static final ModuleRef AFTER =
      new ModuleRef("a", "Aftertreatment", "aftertreatment", 85, ConversionVersion.V3, true);

  @Test
  void hoursThatAreCountedUntilPowerIsTakenAwayAreAskedOfTheirModule() {
    service(85, "22 01 4A", "62 01 4A 04 B0");
    service(85, "22 01 4B", "62 01 4B 00");
    FaultReading r = run(ENGINE, AFTER);
    assertThat(r.induced().hours()).as("one is garbled").containsOnly(Map.entry(0x014A, 12.0));
    assertThat(run(ENGINE).induced().hours()).isEmpty();
  }

  @Test
  void theStageOnTheBusIsHeardAndSevenIsNone() {
    FaultCall call = new FaultCall(TRUCK, List.of(BODY));
    call.on(new Event.Began(1));
    call.on(new Event.Heard(new Message(65110, 85, 255, 6, hex("14 3C FF FF DF 5F FF FF"), 2, 2)));
    assertThat(call.result().induced().severity()).hasValue(2);
    assertThat(call.result().induced().levelPercent()).hasValue(8.0);
    call.on(new Event.Heard(new Message(65110, 85, 255, 6, hex("FF 3C FF FF FF FF FF FF"), 3, 3)));
    assertThat(call.result().induced().severity()).as("not told: the last holds").hasValue(2);
  }

  /**
   * Whatever a module tells of it: the read comes to its end, and nothing below nothing is kept.
   */
  @Test
  void nothingThatIsToldOfHoursAndStagesBreaksTheRead() {
    SplittableRandom random = new SplittableRandom(29);
    for (int run = 0; run < 500; run++) {
      byte[] group = new byte[8];
      random.nextBytes(group);
      byte[] hours = new byte[random.nextInt(8)];
      random.nextBytes(hours);
      if (random.nextBoolean() && hours.length > 2) {
        hours[0] = 0x62;
        hours[1] = 0x01;
        hours[2] = 0x4A;
      }
      group(85, 65110, HexFormat.of().formatHex(group));
      service(85, "22 01 4A", HexFormat.of().formatHex(hours));
      FaultReading r = run(AFTER);
      assertThat(r.state()).isEqualTo(FaultReading.State.COMPLETE);
      r.induced().severity().ifPresent(s -> assertThat(s).isBetween(0, 6));
      assertThat(r.induced().hours().values()).allMatch(h -> h >= 0);
      InducementStanding.of(r, TRUCK)
          .ifPresent(s -> assertThat(s.next().toString()).doesNotContain("After -"));
    }
  }
}
