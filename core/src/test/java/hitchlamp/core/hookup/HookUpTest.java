package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.RecordedLink;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.j1939.Request;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.LinkHealth;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import hitchlamp.core.station.Urgency;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HookUpTest {
  private static final Frame SOME_FRAME = Frame.extended(0x18EF00F9, 3);
  private final List<Frame> sent = new ArrayList<>();
  private final Station hookUp =
      new Station(new Name(5), 250_000, false, sent::add, new Station.Listener() {});

  @Test
  void whatIsAskedWhileOurAddressIsBeingClaimedWaitsForIt() {
    hookUp.start(0);
    List<Event> heard = new ArrayList<>();
    hookUp.run(
        new Procedure<String>() {
          @Override
          public List<Command> on(Event event) {
            heard.add(event);
            return event instanceof Event.Began
                ? List.of(new Command.Ask(1, 0, 65259, Urgency.READ, 3))
                : List.of();
          }

          @Override
          public String result() {
            return "";
          }

          @Override
          public boolean finished() {
            return false;
          }
        });
    assertThat(sent).as("the claim alone").hasSize(1);
    hookUp.on(new LinkEvent.Ticked(260_000));
    assertThat(sent).hasSize(2);
    assertThat(sent.get(1)).isEqualTo(Request.of(65259, 249, 0));
    assertThat(heard).noneMatch(e -> e instanceof Event.Answered);
  }

  @Test
  void aRequestToUsIsRefusedPolitelyAndAClaimRequestAnswered() {
    hookUp.start(0);
    hookUp.on(new LinkEvent.Ticked(250_000));
    hookUp.on(
        new LinkEvent.Seen(new StampedFrame(300_000, Frame.extended(0x18EAF900, 0xEB, 0xFE, 0))));
    assertThat(sent)
        .last()
        .isEqualTo(Frame.extended(0x18E8FFF9, 1, 0xFF, 0xFF, 0xFF, 0, 0xEB, 0xFE, 0));
    hookUp.on(
        new LinkEvent.Seen(new StampedFrame(300_001, Frame.extended(0x18EAFF00, 0, 0xEE, 0))));
    assertThat(sent).last().isEqualTo(new Frame(0x18EEFFF9, true, 8, 5));
  }

  @Test
  void theSpeedIsFoundByListeningAndErrorsOrSilenceAreToldApart() {
    var right =
        List.of(
            new SpeedSearch.Candidate("can500", 500_000),
            new SpeedSearch.Candidate("can250", 250_000));
    SpeedSearch search = new SpeedSearch(right);
    for (int i = 0; i < SpeedSearch.ENOUGH_ERRORS; i++) {
      search.on(new LinkEvent.BusError(i, "error"));
    }
    assertThat(search.listenTo()).contains(right.get(1));
    for (int i = 0; i < SpeedSearch.ENOUGH_FRAMES; i++) {
      assertThat(search.outcome()).isEmpty();
      search.on(new LinkEvent.Seen(new StampedFrame(i, SOME_FRAME)));
    }
    assertThat(search.outcome()).contains(new SpeedSearch.Outcome.Found(right.get(1)));

    SpeedSearch silent = new SpeedSearch(right);
    silent.on(new LinkEvent.Ticked(0));
    silent.on(new LinkEvent.Ticked(SpeedSearch.LISTEN_MICROS));
    silent.on(new LinkEvent.Ticked(0));
    silent.on(new LinkEvent.Ticked(SpeedSearch.LISTEN_MICROS));
    assertThat(silent.outcome()).containsInstanceOf(SpeedSearch.Outcome.Silent.class);

    SpeedSearch wrong = new SpeedSearch(right.subList(0, 1));
    for (int i = 0; i < SpeedSearch.ENOUGH_ERRORS; i++) {
      wrong.on(new LinkEvent.BusError(i, "error"));
    }
    assertThat(wrong.outcome()).containsInstanceOf(SpeedSearch.Outcome.WrongSpeed.class);
  }

  @Test
  void aBusThatSpeaksIsNotLeftHoweverSlowly() {
    var one = new SpeedSearch.Candidate("can250", 250_000);
    SpeedSearch search = new SpeedSearch(List.of(one));
    search.on(new LinkEvent.Ticked(0));
    long micros = 3_600_000_000L;
    for (int i = 0; i < SpeedSearch.ENOUGH_FRAMES; i++) {
      assertThat(search.outcome()).as("the clock jumped, or a frame came late").isEmpty();
      search.on(new LinkEvent.Seen(new StampedFrame(micros, SOME_FRAME)));
      search.on(new LinkEvent.Ticked(micros + SpeedSearch.LISTEN_MICROS - 1));
      micros += SpeedSearch.LISTEN_MICROS;
    }
    assertThat(search.outcome()).contains(new SpeedSearch.Outcome.Found(one));
  }

  @Test
  void aBusThatFallsSilentTooEarlyIsNotCalledAWrongSpeed() {
    var one = new SpeedSearch.Candidate("can250", 250_000);
    SpeedSearch search =
        new SpeedSearch(List.of(one, new SpeedSearch.Candidate("can500", 500_000)));
    search.on(new LinkEvent.Seen(new StampedFrame(5_000_000, SOME_FRAME)));
    assertThat(search.deadlineMicros()).isEqualTo(5_000_000 + SpeedSearch.LISTEN_MICROS);
    search.on(new LinkEvent.Ticked(search.deadlineMicros()));
    for (int i = 0; i < SpeedSearch.ENOUGH_ERRORS; i++) {
      search.on(new LinkEvent.BusError(i, "error"));
    }
    assertThat(search.outcome()).contains(new SpeedSearch.Outcome.FellSilent(one, 1));
  }

  @Test
  void silenceOnOneSpeedAndErrorsOnAnotherAreListenedToOnceMore() {
    var slow = new SpeedSearch.Candidate("can250", 250_000);
    var fast = new SpeedSearch.Candidate("can500", 500_000);
    SpeedSearch search = new SpeedSearch(List.of(slow, fast));
    search.on(new LinkEvent.Ticked(SpeedSearch.LISTEN_MICROS));
    errors(search);
    assertThat(search.listenTo()).as("the first may have begun late").contains(slow);
    for (int i = 0; i < SpeedSearch.ENOUGH_FRAMES; i++) {
      search.on(new LinkEvent.Seen(new StampedFrame(9_000_000 + i, SOME_FRAME)));
    }
    assertThat(search.outcome()).contains(new SpeedSearch.Outcome.Found(slow));

    SpeedSearch wrong = new SpeedSearch(List.of(slow, fast));
    for (int round = 0; round < 2; round++) {
      assertThat(wrong.outcome()).as("round %d", round).isEmpty();
      wrong.on(new LinkEvent.Ticked(SpeedSearch.LISTEN_MICROS));
      errors(wrong);
    }
    assertThat(wrong.outcome()).containsInstanceOf(SpeedSearch.Outcome.WrongSpeed.class);
  }

  private static void errors(SpeedSearch search) {
    for (int i = 0; i < SpeedSearch.ENOUGH_ERRORS; i++) {
      search.on(new LinkEvent.BusError(i, "error"));
    }
  }

  @Test
  void aFastSimulatedBusIsGivenTheSameTimeOfTheWallClock() {
    var one = new SpeedSearch.Candidate("can250", 250_000);
    assertThat(new SpeedSearch(List.of(one), 60).deadlineMicros())
        .isEqualTo(60 * SpeedSearch.LISTEN_MICROS);
  }

  @Test
  void busLoadIsTheShareOfTimeInUse() {
    LinkHealth health = new LinkHealth(250_000);
    assertThat(health.at(0).lastFrameAgeMicros()).isEmpty();
    Frame f = Frame.extended(0x0CF00400, 1, 2, 3, 4, 5, 6, 7, 8);
    for (long t = 0; t < 3_000_000; t += 1_000) {
      health.accept(new StampedFrame(t, f));
    }
    LinkHealth.Health h = health.at(2_999_999);
    assertThat(h.framesPerSecond()).isCloseTo(1000, within(20));
    assertThat(h.loadPercent()).isCloseTo(100.0 * f.bitsOnWire() * 1000 / 250_000, within(1.5));
    assertThat(health.at(9_000_000).loadPercent()).isZero();
    assertThat(health.at(9_000_000).lastFrameAgeMicros()).hasValue(9_000_000 - 2_999_000);
    assertThat(new LinkHealth(0).at(5).loadPercent()).isNaN();
  }

  /** Common practice, no source: 60 ohm sound, 120 one terminator, 40 three; about 2.5 V idle. */
  @ParameterizedTest
  @CsvSource({"60, true", "120, false", "40, false", "2, false", "5000, false"})
  void theMeterTellsWhatIsWrongWithThePair(double ohms, boolean sound) {
    assertThat(
            PairCheck.judge(
                OptionalDouble.empty(),
                OptionalDouble.of(ohms),
                OptionalDouble.empty(),
                OptionalDouble.empty()))
        .singleElement()
        .satisfies(f -> assertThat(f.sound()).isEqualTo(sound));
    assertThat(
            PairCheck.judge(
                OptionalDouble.empty(),
                OptionalDouble.empty(),
                OptionalDouble.of(2.5),
                OptionalDouble.of(0.1)))
        .extracting(PairCheck.Finding::sound)
        .containsExactly(true, false);
  }

  @Test
  void noVoltageAtThePlugHasItsOwnWords() {
    var none = OptionalDouble.empty();
    assertThat(PairCheck.judge(OptionalDouble.of(0.2), none, none, none))
        .singleElement()
        .satisfies(
            f -> {
              assertThat(f.sound()).isFalse();
              assertThat(f.says()).startsWith("No voltage at the plug.");
            });
    assertThat(PairCheck.judge(OptionalDouble.of(12.6), none, none, none))
        .allMatch(PairCheck.Finding::sound);
    assertThat(PairCheck.judge(none, none, none, none)).isEmpty();
  }

  @Test
  void aRecordingPlaysAndCannotBeAsked() {
    RecordedLink log =
        new RecordedLink(
            List.of(new StampedFrame(10, SOME_FRAME), new StampedFrame(20, SOME_FRAME)));
    assertThat(log.await(15)).isInstanceOf(LinkEvent.Seen.class);
    assertThat(log.await(15)).isEqualTo(new LinkEvent.Ticked(15));
    assertThat(log.await(25)).isInstanceOf(LinkEvent.Seen.class);
    assertThat(log.await(25)).isInstanceOf(LinkEvent.Lost.class);
    assertThatThrownBy(() -> log.send(SOME_FRAME))
        .isInstanceOf(LinkRefusal.class)
        .hasMessageContaining("hook up to the unit");
  }

  @Test
  void aReadingIsANumberOnlyWhenTheSensorSaysSo() {
    var pack =
        PackReader.read(
            "p",
            "pack: p\ntitle: t\nschema: 1\nlayer: base\nversion: 1\nparameters:\n  - {spn: 110, name: Coolant, pgn: 65262, byte: 1, bits: 8, scale: 1, offset: -40, unit: \"°C\"}\n");
    Vitals vitals = new Vitals(pack, spn -> true);
    Station h =
        new Station(
            new Name(5),
            0,
            true,
            f -> {},
            new Station.Listener() {
              @Override
              public void heard(hitchlamp.core.j1939.Message message) {
                vitals.accept(message);
              }
            });
    h.start(0);
    h.on(new LinkEvent.Seen(new StampedFrame(1, Frame.extended(0x18FEEE00, 58))));
    assertThat(vitals.newest(110)).hasValueSatisfying(r -> assertThat(r.value()).isEqualTo(18));
    h.on(new LinkEvent.Seen(new StampedFrame(2, Frame.extended(0x18FEEE00, 0xFE))));
    assertThat(vitals.from(0, 110))
        .hasValueSatisfying(
            r -> {
              assertThat(r.state()).isEqualTo(RawValue.ERROR);
              assertThatThrownBy(r::value).isInstanceOf(IllegalStateException.class);
            });
    h.on(new LinkEvent.Seen(new StampedFrame(3, Frame.extended(0x18FEEE17, 60))));
    assertThat(vitals.newest(110))
        .as("a valid reading goes before a state")
        .hasValueSatisfying(r -> assertThat(r.value()).isEqualTo(20));
  }
}
