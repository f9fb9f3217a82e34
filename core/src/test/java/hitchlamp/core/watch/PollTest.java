package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Reply;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Values that are sent only when asked for: how often, and what becomes of a refusal. */
class PollTest {
  private static final int HOURS = 65253;
  private static final int ENGINE = 0;
  private static final int BRAKES = 11;
  private final Pack pack = PackLibrary.read(Path.of("../packs")).base();
  private final Poll poll =
      new Poll(
          pack,
          Poll.wishes(pack, List.of(module("engine", 0), module("brakes", 11))),
          (a, b, c, d, e) -> {});
  private final List<Command.Ask> open = new ArrayList<>();

  private static ModuleRef module(String kind, int address) {
    return new ModuleRef(kind, kind, kind, address, ConversionVersion.AMBIGUOUS, false);
  }

  private List<Command.Ask> at(long millis, Event event) {
    List<Command.Ask> asks =
        poll.on(event).stream()
            .filter(Command.Ask.class::isInstance)
            .map(Command.Ask.class::cast)
            .toList();
    open.addAll(asks);
    return asks;
  }

  /** All questions for a group that come within that many seconds, each answered 5 ms later. */
  private List<Long> asked(int address, int group, int seconds, Answer answer) {
    List<Long> times = new ArrayList<>();
    at(0, new Event.Ticked(0));
    for (long ms = 0; ms < seconds * 1_000L; ms += 5) {
      List<Command.Ask> now = List.copyOf(open);
      open.clear();
      for (Command.Ask a : now) {
        if (a.destination() == address && a.pgn() == group) {
          times.add(ms);
        }
        at(
            ms + 5,
            new Event.Answered(
                a.ticket(),
                a.destination() == address ? answer : new Answer.NotSupported(),
                (ms + 5) * 1_000));
      }
      at(ms + 5, new Event.Ticked((ms + 5) * 1_000));
    }
    return times;
  }

  @Test
  void aGroupIsAskedForEveryTwoSeconds() {
    List<Long> times = asked(ENGINE, HOURS, 9, new Answer.Given(null));
    assertThat(times).hasSize(5);
    for (int i = 1; i < times.size(); i++) {
      assertThat(times.get(i) - times.get(i - 1)).isBetween(2_000L, 2_050L);
    }
  }

  @Test
  void whatAModuleDoesNotHaveItIsAskedOnce() {
    assertThat(asked(BRAKES, HOURS, 9, new Answer.NotSupported())).hasSize(1);
  }

  @Test
  void aSilentModuleIsLeftAloneAfterThreeQuestions() {
    // Four groups wait: three go out at once, then five seconds of peace, then three again.
    List<Long> times = asked(ENGINE, HOURS, 9, new Answer.Silent());
    assertThat(times).hasSizeBetween(1, 3);
  }

  /**
   * A module that has one identifier of ten and refuses each question without it: a refusal is no
   * silence, and the one is found within the first round.
   */
  @Test
  void whatAModuleHasIsFoundAmongWhatItRefuses() {
    Pack truck = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
    List<Integer> ids =
        List.of(
            0x0140, 0x0141, 0x0142, 0x0143, 0x0144, 0x0145, 0x0146, 0x0147, 0x0148, 0x0149, 0x0118);
    List<Integer> told = new ArrayList<>();
    Poll of =
        new Poll(
            truck,
            List.of(new Poll.Wish("engine", ENGINE, ids, List.of())),
            (module, address, id, raw, micros) -> told.add(id));
    int questions = 0;
    List<Command> now = of.on(new Event.Ticked(0));
    for (long ms = 5; ms < 4_000; ms += 5) {
      List<Command> next = new ArrayList<>();
      for (Command c : now) {
        if (c instanceof Command.Call call) {
          questions++;
          boolean has = java.util.HexFormat.of().formatHex(call.request()).contains("0118");
          Reply reply =
              has
                  ? new Reply.Positive(new byte[] {0x62, 0x01, 0x18, 0x10, 0x20}, ms * 1_000)
                  : new Reply.Refused(0x22, new NegativeCode(0x31));
          next.addAll(of.on(new Event.Replied(call.ticket(), reply, ms * 1_000)));
        }
      }
      next.addAll(of.on(new Event.Ticked(ms * 1_000)));
      now = next;
      if (ms == 1_000) {
        assertThat(told).as("within a second").contains(0x0118);
      }
    }
    assertThat(questions).isGreaterThan(20);
    assertThat(told).as("what it refuses is not asked again").hasSizeGreaterThan(questions / 2);
  }

  @Test
  void oneQuestionAtATimeGoesToAModule() {
    List<Command.Ask> first = at(0, new Event.Ticked(0));
    assertThat(first).extracting(Command.Ask::destination).containsExactlyInAnyOrder(0, 11);
    assertThat(at(1, new Event.Ticked(1_000))).isEmpty();
  }
}
