package hitchlamp.core.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The read of the story alone, fed with events by hand: no bus, no unit. */
class StoryCallTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, true);
  private static final ModuleRef BODY =
      new ModuleRef("y", "Body", "body", 33, ConversionVersion.V3, false);

  /** A record: coolant, severity 2, limit 144 and peak 153 counts, twice, 60 s, three hours. */
  private static final String COOLANT = "01 02 0090 0099 0002 0000003C 00004E20 00004E84 00004E84";

  /** The reply to the identifier in each request; "silent" for none. */
  private final Map<Integer, String> replies = new HashMap<>();

  private final Map<Integer, String> groups = new HashMap<>();
  private final List<Integer> asked = new ArrayList<>();

  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  private void value(int identifier, String data) {
    replies.put(
        identifier, data.equals("silent") ? data : String.format("62 %04X ", identifier) + data);
  }

  private ModuleStory run(ModuleRef target) {
    StoryCall call = new StoryCall(TRUCK, List.of(target));
    Deque<Command> todo = new ArrayDeque<>(call.on(new Event.Began(1_000)));
    for (long t = 2_000; !todo.isEmpty(); t += 1_000) {
      Command c = todo.poll();
      if (c instanceof Command.Ask a) {
        String data = groups.get(a.pgn());
        Answer answer =
            data == null
                ? new Answer.NotSupported()
                : data.equals("silent")
                    ? new Answer.Silent()
                    : new Answer.Given(
                        new Message(a.pgn(), a.destination(), 249, 6, hex(data), t, t));
        todo.addAll(call.on(new Event.Answered(a.ticket(), answer, t)));
      } else if (c instanceof Command.Call s) {
        int identifier = (s.request()[1] & 0xFF) << 8 | s.request()[2] & 0xFF;
        asked.add(identifier);
        String data = replies.get(identifier);
        Reply reply =
            data == null
                ? new Reply.Refused(s.request()[0], new NegativeCode(0x31))
                : data.equals("silent") ? new Reply.Silent() : new Reply.Positive(hex(data), t);
        todo.addAll(call.on(new Event.Replied(s.ticket(), reply, t)));
      }
    }
    assertThat(call.finished()).isTrue();
    return call.result().modules().get(0);
  }

  @Test
  void aTableIsReadPageByPage() {
    value(0x0220, "03 01 " + COOLANT);
    value(0x0221, "03 01 " + COOLANT);
    value(0x0222, "03 00");
    ModuleStory engine = run(ENGINE);
    assertThat(asked).containsSubsequence(0x0220, 0x0221, 0x0222);
    assertThat(engine.protection()).hasSize(2);
    assertThat(engine.protectionKnown()).isTrue();
    ProtectionRecord r = engine.protection().get(0);
    assertThat(r.limit()).isEqualTo(104);
    assertThat(r.peak()).isEqualTo(113);
    assertThat(r.lastHour()).isCloseTo(0x4E84 * 0.05, within(1e-9));
  }

  @Test
  void aModuleThatFallsSilentWithinATableKeepsWhatCameAndIsNotCalledWhole() {
    value(0x0220, "02 01 " + COOLANT);
    value(0x0221, "silent");
    value(0x0240, "silent");
    ModuleStory engine = run(ENGINE);
    assertThat(engine.protection()).hasSize(1);
    assertThat(engine.protectionKnown()).isFalse();
    assertThat(engine.trailKnown()).isFalse();
    assertThat(engine.oddities())
        .contains("It stopped answering; part of what it remembers is missing.");
    assertThat(asked).as("left alone after two silences").endsWith(0x0240);
    assertThat(
            Findings.of(
                new StoryReading(
                    StoryReading.State.COMPLETE, 0, 1, engine.hours(), List.of(engine)),
                Background.NONE,
                TRUCK))
        .as("what is not known is no sign of a clear")
        .noneMatch(Finding::wiped);
  }

  @Test
  void aRefusalIsToldAndTheRestIsReadOn() {
    value(0x0230, "0000 0000");
    ModuleStory engine = run(ENGINE);
    assertThat(engine.oddities())
        .anyMatch(o -> o.startsWith("Asked for its protection records, it "))
        .anyMatch(o -> o.startsWith("Its life figures have 4 bytes"));
    assertThat(asked).contains(0x0260, 0x0231, 0x0234);
  }

  @Test
  void recordsThatDoNotFillTheirPageAreNotUsed() {
    value(0x0220, "01 02 " + COOLANT);
    ModuleStory engine = run(ENGINE);
    assertThat(engine.protection()).isEmpty();
    assertThat(engine.protectionKnown()).isFalse();
    assertThat(engine.oddities()).anyMatch(o -> o.startsWith("Its protection records are garbled"));
  }

  @Test
  void aQuantityThatThePackDoesNotKnowIsToldByItsNumber() {
    value(0x0220, "01 01 " + COOLANT.replaceFirst("01", "63"));
    assertThat(run(ENGINE).oddities())
        .contains("Its protection record of quantity 99 is unknown to the pack.");
  }

  /** Ended by the key at 1,000 h and 8,000 km, 35 min; a code that no pack knows; garbled ones. */
  @Test
  void regenerationsAreReadWithHowTheyEnded() {
    value(0x0270, "01 02 02 00 23 3C 00004E20 0000FA00 43 2A 63 01 10 20 00004E34 0000FA08 00 01");
    ModuleStory engine = run(ENGINE);
    assertThat(engine.regenerations()).hasSize(2);
    RegenerationEntry first = engine.regenerations().get(1);
    assertThat(first.title()).isEqualTo("Engine switched off");
    assertThat(first.clean()).isFalse();
    assertThat(first.minutes()).isEqualTo(35);
    assertThat(first.sootPercent()).isEqualTo(60);
    assertThat(first.hour()).isCloseTo(1_000, within(1e-9));
    assertThat(first.kilometre()).isCloseTo(8_000, within(1e-9));
    assertThat(first.idlePercent()).isEqualTo(67);
    assertThat(first.starts()).isEqualTo(42);
    assertThat(engine.regenerations().get(0).title()).isEqualTo("End 99, unknown to the pack");
    assertThat(engine.regenerations().get(0).parked()).isTrue();
    value(0x0270, "01 02 02 00 23");
    assertThat(run(ENGINE).oddities()).anyMatch(o -> o.startsWith("Its regeneration records are"));
  }

  @Test
  void aTableOfMorePagesThanAreReadSaysSo() {
    for (int page = 0; page < 20; page++) {
      value(0x0240 + page, "14 00");
    }
    ModuleStory engine = run(ENGINE);
    assertThat(engine.oddities()).anyMatch(o -> o.contains("20 pages; the first 16 were read"));
    assertThat(asked).contains(0x024F).doesNotContain(0x0250);
  }

  @Test
  void aPlainModuleIsAskedForTheStandardGroupsAlone() {
    groups.put(Pgn.ENGINE_HOURS, "20 4E 00 00 FF FF FF FF");
    groups.put(Pgn.FUEL_CONSUMPTION, "FF FF FF FF 10 27 00 00");
    ModuleStory body = run(BODY);
    assertThat(asked).isEmpty();
    assertThat(body.hours().orElse(0)).isEqualTo(1_000);
    assertThat(body.plain().figures()).hasSize(1);
  }
}
