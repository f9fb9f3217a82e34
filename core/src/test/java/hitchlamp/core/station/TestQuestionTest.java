package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Asking a module what its monitors' tests found (DM7 and DM30 of J1939-73, from memory). */
class TestQuestionTest {
  private static final long SECOND = 1_000_000;
  private static final byte[] OF_4364 = HexFormat.of().parseHex("F70C1112E903A08CFFFFC05D");
  private static final Query QUESTION = new Query.TestsOf(4364);

  private static Message dm30(byte[] data) {
    return new Message(Pgn.DM30, 85, 249, 6, data, 0, 0);
  }

  /** A late answer to the question before would pass for the answer to this one. */
  @Test
  void onlyResultsOfTheParameterAnswerIt() {
    assertThat(QUESTION.answeredBy(dm30(OF_4364))).isTrue();
    assertThat(new Query.TestsOf(4334).answeredBy(dm30(OF_4364))).isFalse();
    assertThat(QUESTION.answeredBy(new Message(Pgn.DM24, 85, 249, 6, OF_4364, 0, 0))).isFalse();
    assertThat(QUESTION.answeredBy(dm30(new byte[8]))).as("it has none").isTrue();
  }

  @Test
  void aModuleMayRefuseTheQuestionOrWhatIsAskedFor() {
    assertThat(QUESTION.meant(Pgn.DM7)).isTrue();
    assertThat(QUESTION.meant(Pgn.DM30)).isTrue();
    assertThat(QUESTION.meant(Pgn.DM24)).isFalse();
    assertThat(new Query.Group(Pgn.DM24).meant(Pgn.DM7)).isFalse();
  }

  private static final class Asks implements Procedure<List<Answer>> {
    private final List<Answer> answers = new ArrayList<>();
    private final int[] spns;

    Asks(int... spns) {
      this.spns = spns;
    }

    @Override
    public List<Command> on(Event event) {
      if (event instanceof Event.Answered a) {
        answers.add(a.answer());
      } else if (event instanceof Event.Began) {
        List<Command> all = new ArrayList<>();
        for (int i = 0; i < spns.length; i++) {
          all.add(
              new Command.Ask(i, 85, new Query.TestsOf(spns[i]), Urgency.READ, Command.Ask.TRIES));
        }
        return all;
      }
      return List.of();
    }

    @Override
    public List<Answer> result() {
      return answers;
    }

    @Override
    public boolean finished() {
      return answers.size() == spns.length;
    }
  }

  private static FakeBus hookedUp() {
    FakeBus bus = new FakeBus();
    bus.station = new Station(new Name(5), 250_000, false, bus::fromUs, new Station.Listener() {});
    bus.module(85, 44).answers(Pgn.DM30, OF_4364);
    bus.station.start(bus.now());
    bus.runUntil(bus.now() + SECOND);
    return bus;
  }

  @Test
  void resultsComeByTransportAndWhatItHasNotIsRefused() {
    FakeBus bus = hookedUp();
    Asks asks = new Asks(4364, 102);
    bus.station.run(asks);
    bus.runUntil(bus.now() + 3 * SECOND);
    assertThat(asks.answers.get(0))
        .isInstanceOfSatisfying(
            Answer.Given.class, g -> assertThat(g.message().data()).isEqualTo(OF_4364));
    assertThat(asks.answers.get(1)).isInstanceOf(Answer.NotSupported.class);
  }

  @Test
  void aSilentModuleIsAskedThreeTimesAndThenCountsAsSilent() {
    FakeBus bus = hookedUp();
    bus.modules.get(0).deaf = true;
    Asks asks = new Asks(4364);
    bus.station.run(asks);
    bus.runUntil(bus.now() + 30 * SECOND);
    assertThat(asks.answers).singleElement().isInstanceOf(Answer.Silent.class);
    assertThat(bus.sentByUs.stream().filter(f -> Identifier.of(f.identifier()).pgn() == Pgn.DM7))
        .hasSize(Command.Ask.TRIES);
  }
}
