package hitchlamp.core.trial.lamps;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Event;
import hitchlamp.core.trial.Act;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.trial.lamps.LampsSeen.Seen;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

class LampCheckTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int ENGINE = 0;
  private static final int BRAKES = 11;
  private static final String ALL_ON = "55 FF 00 00 00 00 FF FF";
  private static final String ALL_OFF = "00 FF 00 00 00 00 FF FF";
  private static final int BRAKE_GROUP = 61441;

  private static final TestSpec TEST = TRUCK.bench().tests().get("lamps");

  private final Bench<Pack, LampsSeen> check =
      Bench.of(
          new LampCheck(),
          TEST,
          TRUCK,
          new TestedUnit(
              ModuleRef.UNIT,
              List.of(new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, true)),
              false));
  private long now = 10_000_000;

  private void begins() {
    check.on(new Event.Began(now));
    says(Bench.BEGIN);
  }

  private String told() {
    return check.result().says().toString();
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
    passes(LampScript.SILENT_MICROS);
    now += 2_000_000;
    hears(ENGINE, Pgn.DM1, ALL_ON);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF DF FF FF");
    now += 3_000_000;
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF CF FF FF");
    passes(LampScript.LISTEN_MICROS);
  }

  private Judgement.Part verdict(String lamp, Seen seen) {
    says("seen " + lamp + " " + seen);
    return check.result().judgement().parts().stream()
        .filter(p -> p.id().equals(lamp))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void theKeyIsFollowedOnTheBusAndTheEyeIsAsked() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    passes(LampScript.SILENT_MICROS - 1);
    assertThat(told()).isEqualTo("Turn the key off.");
    says("seen stop LIT_THEN_OUT");
    assertThat(check.result().seen()).as("nothing to see yet").isFalse();
    assertThat(told()).startsWith("First turn the key off and on");
    passes(1);
    assertThat(told()).endsWith("Do not start the engine.");
    now += 2_000_000;
    hears(200, Pgn.DM1, ALL_ON);
    assertThat(told()).as("no lamp module").endsWith("Do not start the engine.");
    hears(ENGINE, Pgn.DM1, ALL_ON);
    passes(1_000);
    assertThat(told()).contains("Look at the lamps");
    passes(LampScript.LISTEN_MICROS);
    assertThat(told()).endsWith("What did each lamp do?");
    TRUCK.lamps().keySet().forEach(id -> says("seen " + id + " " + Seen.DID_NOT_LOOK));
    assertThat(check.finished()).isTrue();
    assertThat(check.result().ending()).isEqualTo(BenchState.Ending.COMPLETE);
    assertThat(check.result().judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(check.result().judgement().parts())
        .allMatch(p -> p.verdict() == Verdict.CANNOT_TELL);
  }

  @Test
  void framesThatOnlyCameLateAreNoKeyTurned() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    long stamp = now + 20_000;
    passes(LampScript.SILENT_MICROS);
    assertThat(told()).endsWith("Do not start the engine.");
    now = stamp;
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    passes(1_000);
    assertThat(told()).as("by their stamps they stand close").isEqualTo("Turn the key off.");
    passes(LampScript.SILENT_MICROS);
    assertThat(told()).endsWith("Do not start the engine.");
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
    Judgement.Part v = verdict("stop", Seen.NEVER_LIT);
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(v.says().toString())
        .isEqualTo("Commanded on by the engine module, and it never lit.");
    assertThat(v.next().toString()).contains("instruments");
  }

  @Test
  void aLampThatNeverLightsPointsAtTheSupplyOfASilentModule() {
    keyOffAndOn();
    Judgement.Part v = verdict("filter", Seen.NEVER_LIT);
    assertThat(v.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(v.next().toString())
        .startsWith("Supply, ground and fuse of the aftertreatment module");
    assertThat(verdict("filter", Seen.STAYED_LIT).says().toString()).contains("nobody puts it out");
    assertThat(verdict("filter", Seen.LIT_THEN_OUT).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void aLampThatStaysLitIsSoundWhereAModuleKeepsItOn() {
    begins();
    passes(LampScript.SILENT_MICROS);
    hears(ENGINE, Pgn.DM1, "04 FF 66 00 04 09 FF FF");
    passes(LampScript.LISTEN_MICROS);
    Judgement.Part kept = verdict("warning", Seen.STAYED_LIT);
    assertThat(kept.verdict()).isEqualTo(Verdict.PASS);
    assertThat(kept.next().toString()).isEqualTo("Read the faults of the engine module.");
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
    passes(LampScript.SILENT_MICROS);
    hears(BRAKES, BRAKE_GROUP, "FF FF FF FF FF FF FF FF");
    passes(LampScript.LISTEN_MICROS);
    assertThat(verdict("anti-lock", Seen.LIT_THEN_OUT).says().toString())
        .isEqualTo("The lamp works, but no module was heard to command it.");
  }

  @Test
  void aModuleThatTalksOnWithTheKeyOffIsPassedByHand() {
    begins();
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    says(LampCheck.KEY_OFF);
    hears(ENGINE, Pgn.DM1, ALL_OFF);
    assertThat(told()).as("it only runs on").endsWith("Do not start the engine.");
    check.on(new Event.Claimed(ENGINE, new Name(1), now));
    passes(1_000);
    assertThat(told()).contains("Look at the lamps");
  }

  private static boolean understands(String line) {
    return Act.read(line).filter(a -> Bench.understands(TEST, TRUCK, a)).isPresent();
  }

  @Test
  void onlyAnswersToItsQuestionsAreUnderstood() {
    assertThat(understands("key-off")).isTrue();
    assertThat(understands("seen stop NEVER_LIT")).isTrue();
    assertThat(understands("others-lit")).isTrue();
    assertThat(understands("others-lit stop")).isFalse();
    assertThat(understands("seen stop")).isFalse();
    assertThat(understands("seen stop GREEN")).isFalse();
    assertThat(understands("seen stop NOT_ASKED")).as("nothing seen is no answer").isFalse();
    assertThat(understands("seen disco NEVER_LIT")).isFalse();
    keyOffAndOn();
    says("seen stop GREEN");
    says("seen disco NEVER_LIT");
    assertThat(check.result().seen()).isFalse();
  }

  @Test
  void theJudgementSaysHowManyPassAndWhichFail() {
    keyOffAndOn();
    says("seen stop LIT_THEN_OUT");
    says("seen anti-lock NEVER_LIT");
    assertThat(check.result().seen()).isTrue();
    Judgement j = check.result().judgement();
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says().toString())
        .isEqualTo(
            "1 of 7 lamps pass. Anti-lock brake lamp: Commanded on by the brakes module, and it never lit.");
  }

  @Test
  void oneButtonAnswersForAllThatLit() {
    keyOffAndOn();
    assertThat(check.result().choices())
        .singleElement()
        .satisfies(c -> assertThat(c.label().toString()).isEqualTo("All lit and went out"));
    says("seen stop NEVER_LIT");
    assertThat(check.result().choices().get(0).label().toString()).startsWith("All others");
    says("others-lit");
    assertThat(check.finished()).isTrue();
    assertThat(check.result().choices()).isEmpty();
    assertThat(check.result().observed().lamps())
        .allMatch(l -> l.seen() == (l.id().equals("stop") ? Seen.NEVER_LIT : Seen.LIT_THEN_OUT));
  }

  @Test
  void nothingIsSentToTheUnit() {
    assertThat(check.on(new Event.Began(now)))
        .hasOnlyElementsOfType(hitchlamp.core.station.Command.WakeAt.class);
    assertThat(check.on(new Event.Said(Bench.BEGIN, now))).isEmpty();
    assertThat(check.on(new Event.StopAsked(now))).isEmpty();
    assertThat(check.finished()).as("there is nothing to let go of").isTrue();
  }

  @Test
  void aPackWithoutLampsCannotHaveThisTest() {
    assertThatThrownBy(
            () ->
                new LampCheck()
                    .read(
                        TEST,
                        PackReader.read(
                            "b", "pack: b\ntitle: B\nschema: 1\nlayer: base\nversion: 1\n")))
        .hasMessageContaining("names no 'lamps'");
  }

  @Test
  void aLinkThatBreaksKeepsWhatWasAnswered() {
    keyOffAndOn();
    says("seen stop LIT_THEN_OUT");
    check.brokenOff();
    assertThat(check.result().ending()).isEqualTo(BenchState.Ending.LINK_LOST);
    assertThat(check.result().seen()).isTrue();
  }

  @Test
  void whatWasAnsweredIsKeptWhenItIsEnded() {
    keyOffAndOn();
    says("seen stop NEVER_LIT");
    says(Bench.END);
    assertThat(check.finished()).isTrue();
    assertThat(check.result().ending()).isEqualTo(BenchState.Ending.ENDED);
    assertThat(check.result().observed().lamps()).anyMatch(l -> l.seen() == Seen.NEVER_LIT);
  }
}
