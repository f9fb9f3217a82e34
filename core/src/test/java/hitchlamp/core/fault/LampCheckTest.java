package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.LampLine.Seen;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackShelf;
import hitchlamp.core.station.Event;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

class LampCheckTest {
  private static final Pack TRUCK = PackShelf.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int ENGINE = 0;
  private static final int BRAKES = 11;
  private static final String ALL_ON = "55 FF 00 00 00 00 FF FF";
  private static final String ALL_OFF = "00 FF 00 00 00 00 FF FF";
  private static final int BRAKE_GROUP = 61441;

  private final LampCheck check =
      new LampCheck(
          TRUCK, List.of(new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, true)));
  private long now = 10_000_000;

  private void begins() {
    check.on(new Event.Began(now));
  }

  private void hears(int source, int pgn, String hex) {
    byte[] data = HexFormat.of().parseHex(hex.replace(" ", ""));
    check.on(new Event.Heard(new Message(pgn, source, 255, 6, data, now, now)));
  }

  private void passes(long micros) {
    now += micros;
    check.on(new Event.Ticked(now));
  }

  private void says(String choice) {
    check.on(new Event.Said(choice, now));
  }

  /** The key goes off, then on; engine and brakes light their lamps and put them out. */
  private void keyOffAndOn() {
    begins();
    passes(LampCheck.SILENT_MICROS);
    now += 2_000_000;
    hears(ENGINE, Pgn.DM1, ALL_ON);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF DF FF FF");
    now += 3_000_000;
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF CF FF FF");
    passes(LampCheck.LISTEN_MICROS);
  }

  private LampVerdict verdict(String lamp, Seen seen) {
    says(lamp + "=" + seen);
    return LampVerdict.of(
        check.result().lamps().stream()
            .filter(l -> l.lamp().id().equals(lamp))
            .findFirst()
            .orElseThrow());
  }

  @Test
  void theKeyIsFollowedOnTheBusAndTheEyeIsAsked() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    passes(LampCheck.SILENT_MICROS - 1);
    assertThat(check.result().says()).isEqualTo("Turn the key off.");
    says("stop=LIT_THEN_OUT");
    assertThat(check.result().lamps())
        .as("nothing to see yet")
        .allMatch(l -> l.seen() == Seen.NOT_ASKED);
    passes(1);
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.KEY_ON);
    now += 2_000_000;
    hears(200, Pgn.DM1, ALL_ON);
    assertThat(check.result().stage()).as("no lamp module").isEqualTo(LampCheck.Stage.KEY_ON);
    hears(ENGINE, Pgn.DM1, ALL_ON);
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.LISTENING);
    passes(LampCheck.LISTEN_MICROS);
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.ASKING);
    TRUCK.lamps().keySet().forEach(id -> says(id + "=" + Seen.DID_NOT_LOOK));
    assertThat(check.finished()).isTrue();
    assertThat(check.result().lamps())
        .allMatch(l -> LampVerdict.of(l).verdict() == Verdict.CANNOT_TELL);
  }

  @Test
  void framesThatOnlyCameLateAreNoKeyTurned() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    long stamp = now + 20_000;
    passes(LampCheck.SILENT_MICROS);
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.KEY_ON);
    now = stamp;
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    assertThat(check.result().stage())
        .as("by their stamps they stand close")
        .isEqualTo(LampCheck.Stage.KEY_OFF);
    passes(LampCheck.SILENT_MICROS);
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.KEY_ON);
  }

  @Test
  void aLampThatLitWhenCommandedAndWentOutPasses() {
    keyOffAndOn();
    assertThat(verdict("stop", Seen.LIT_THEN_OUT).verdict()).isEqualTo(Verdict.PASS);
    assertThat(verdict("anti-lock", Seen.LIT_THEN_OUT).verdict()).isEqualTo(Verdict.PASS);
  }

  @Test
  void aLampThatNeverLightsPointsAtItselfWhereItWasCommanded() {
    keyOffAndOn();
    LampVerdict v = verdict("stop", Seen.NEVER_LIT);
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(v.says()).isEqualTo("Commanded on by the engine module, and it never lit.");
    assertThat(v.next()).contains("instruments");
  }

  @Test
  void aLampThatNeverLightsPointsAtTheSupplyOfASilentModule() {
    keyOffAndOn();
    LampVerdict v = verdict("filter", Seen.NEVER_LIT);
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(v.next()).startsWith("Supply, ground and fuse of the aftertreatment module");
    assertThat(verdict("filter", Seen.STAYED_LIT).says()).contains("nobody puts it out");
    assertThat(verdict("filter", Seen.LIT_THEN_OUT).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aLampThatStaysLitIsSoundWhereAModuleKeepsItOn() {
    begins();
    passes(LampCheck.SILENT_MICROS);
    hears(ENGINE, Pgn.DM1, "04 FF 66 00 04 09 FF FF");
    passes(LampCheck.LISTEN_MICROS);
    LampVerdict kept = verdict("warning", Seen.STAYED_LIT);
    assertThat(kept.verdict()).isEqualTo(Verdict.PASS);
    assertThat(kept.next()).isEqualTo("Read the faults of the engine module.");
    assertThat(verdict("warning", Seen.LIT_THEN_OUT).verdict()).isEqualTo(Verdict.FAIL);
    assertThat(verdict("protect", Seen.STAYED_LIT).verdict())
        .as("commanded off all the time")
        .isEqualTo(Verdict.FAIL);
    assertThat(verdict("protect", Seen.NEVER_LIT).verdict())
        .as("no test of this lamp was commanded")
        .isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aLampWhoseStateIsNotAvailableIsNotTold() {
    begins();
    passes(LampCheck.SILENT_MICROS);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF FF FF FF");
    passes(LampCheck.LISTEN_MICROS);
    assertThat(verdict("anti-lock", Seen.LIT_THEN_OUT).says())
        .isEqualTo("The lamp works, but no module was heard to command it.");
  }

  @Test
  void aModuleThatTalksOnWithTheKeyOffIsPassedByHand() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    says(LampCheck.KEY_IS_OFF);
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    assertThat(check.result().stage()).as("it only runs on").isEqualTo(LampCheck.Stage.KEY_ON);
    check.on(new Event.Claimed(ENGINE, new Name(1), now));
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.LISTENING);
  }

  @Test
  void onlyAnswersToItsQuestionsAreUnderstood() {
    assertThat(LampCheck.understands(TRUCK, LampCheck.KEY_IS_OFF)).isTrue();
    assertThat(LampCheck.understands(TRUCK, "stop=NEVER_LIT")).isTrue();
    assertThat(LampCheck.understands(TRUCK, "stop=GREEN")).isFalse();
    assertThat(LampCheck.understands(TRUCK, "disco=NEVER_LIT")).isFalse();
    assertThat(LampCheck.understands(TRUCK, "=NEVER_LIT")).isFalse();
    keyOffAndOn();
    says("stop=GREEN");
    says("disco=NEVER_LIT");
    assertThat(check.result().looked()).isFalse();
  }

  @Test
  void theLogbookSaysHowManyPassAndWhichFail() {
    keyOffAndOn();
    says("stop=LIT_THEN_OUT");
    says("anti-lock=NEVER_LIT");
    assertThat(check.result().looked()).isTrue();
    assertThat(check.result().summary())
        .isEqualTo(
            "Lamp check: 1 of 7 lamps pass. Anti-lock brake lamp: Commanded on by the brakes module, and it never lit.");
    check.on(new Event.StopAsked(now));
    assertThat(check.result().summary()).contains("It was stopped before its end.");
  }

  @Test
  void aUnitWhosePackNamesNoLampsHasNothingToCheck() {
    Pack base = PackShelf.read(Path.of("../packs")).base();
    LampCheck none = new LampCheck(base, List.of());
    none.on(new Event.Began(now));
    assertThat(none.finished()).isTrue();
    assertThat(none.result().says()).isEqualTo("The pack names no lamps of this unit.");
  }

  @Test
  void aLinkThatBreaksKeepsWhatWasAnswered() {
    keyOffAndOn();
    says("stop=LIT_THEN_OUT");
    check.brokenOff();
    assertThat(check.result().stage()).isEqualTo(LampCheck.Stage.STOPPED);
    assertThat(check.result().looked()).isTrue();
  }

  @Test
  void whatWasAnsweredIsKeptWhenItIsStopped() {
    keyOffAndOn();
    says("stop=NEVER_LIT");
    check.on(new Event.StopAsked(now));
    assertThat(check.result().ended()).isTrue();
    assertThat(check.result().lamps()).anyMatch(l -> l.seen() == Seen.NEVER_LIT);
  }
}
