package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
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

  @Test
  void oneQuestionAtATimeGoesToAModule() {
    List<Command.Ask> first = at(0, new Event.Ticked(0));
    assertThat(first).extracting(Command.Ask::destination).containsExactlyInAnyOrder(0, 11);
    assertThat(at(1, new Event.Ticked(1_000))).isEmpty();
  }
}
