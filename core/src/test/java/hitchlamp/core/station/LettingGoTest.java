package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.List;
import java.util.PriorityQueue;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The contract of letting go: whatever a person presses and whatever bus and module do, nothing is
 * held that is not shown, and what is shown as let go of is let go of.
 */
class LettingGoTest {
  private static final int OUTPUT = 0xF140;
  private static final int MODULE = 0;
  private static final long SECOND = 1_000_000;

  /** A module with one output, and everything that may be wrong with it or with its wire. */
  private static final class Output {
    boolean extended;
    boolean held;
    long lastAsked = Long.MIN_VALUE / 2;
    boolean silent;
    boolean refusesRelease;
    boolean refusesDefault;
    boolean pendsForEver;
    boolean doesNotAnswerRelease;
    boolean reorders;
    double loses;
    long takes = 2_000;
    final List<String> heard = new ArrayList<>();

    void time(long micros) {
      if (extended && micros - lastAsked >= 5 * SECOND) {
        extended = false;
        held = false;
      }
    }

    byte[] on(byte[] r, long micros) {
      time(micros);
      lastAsked = micros;
      heard.add(String.format("%02X%02X", r[0], r.length > 3 ? r[3] : r[1]));
      switch (r[0] & 0xFF) {
        case 0x10 -> {
          if (r[1] == 1 && refusesDefault) {
            return new byte[] {0x7F, 0x10, 0x22};
          }
          extended = (r[1] & 0x7F) == 3;
          held &= extended;
          return new byte[] {0x50, r[1], 0, 50, 1, (byte) 0xF4};
        }
        case 0x2F -> {
          if (r[3] == 0) {
            if (pendsForEver) {
              return new byte[] {0x7F, 0x2F, 0x78};
            }
            if (refusesRelease) {
              return new byte[] {0x7F, 0x2F, 0x22};
            }
            held = false;
            return doesNotAnswerRelease ? new byte[0] : new byte[] {0x6F, r[1], r[2], 0};
          }
          if (!extended) {
            return new byte[] {0x7F, 0x2F, 0x7F};
          }
          held = true;
          return new byte[] {0x6F, r[1], r[2], 3};
        }
        case 0x22 -> {
          return new byte[] {0x62, r[1], r[2], 7};
        }
        default -> {
          return new byte[0];
        }
      }
    }
  }

  /** Takes the output, gives it back, reads from the module, as it is told. */
  private static final class Hand implements Procedure<List<String>> {
    final List<String> told = new ArrayList<>();
    boolean open;
    boolean ended;
    private int ticket;

    @Override
    public List<Command> on(Event event) {
      List<Command> out = new ArrayList<>();
      if (event instanceof Event.Said s) {
        switch (s.choice()) {
          case "take" -> {
            if (!open) {
              open = true;
              out.add(
                  new Command.Take(
                      SessionHold.of("session", "open", "Close", event.micros(), MODULE)));
              call(Services.session(Services.EXTENDED_SESSION), out);
            }
            out.add(
                new Command.Take(
                    Hold.control(
                        "output",
                        "taken",
                        "Give back",
                        event.micros(),
                        MODULE,
                        Services.returnControl(OUTPUT))));
            call(Services.control(OUTPUT, 1), out);
          }
          case "give" -> out.add(new Command.Release("output"));
          case "read" -> call(Services.read(OUTPUT), out);
          default -> {
            out.add(new Command.Release("output"));
            out.add(new Command.Release("session"));
          }
        }
      } else if (event instanceof Event.LetGo g) {
        told.add(g.holdId() + (g.confirmed() ? " let go" : " not confirmed"));
        open &= !(g.holdId().equals("session") && g.confirmed());
      } else if (event instanceof Event.NotTaken n) {
        told.add(n.holdId() + " not taken");
        open &= !n.holdId().equals("session");
      } else if (event instanceof Event.Replied r && r.reply() instanceof Reply.Positive) {
        out.add(new Command.Confirm("session"));
        out.add(new Command.Confirm("output"));
      }
      return out;
    }

    private void call(byte[] request, List<Command> out) {
      out.add(new Command.Call(ticket++, MODULE, request, Urgency.TEST, 1, Exchange.FIRST_MICROS));
    }

    @Override
    public List<String> result() {
      return told;
    }

    @Override
    public boolean finished() {
      return ended;
    }
  }

  private record Due(long micros, long order, Runnable what) implements Comparable<Due> {
    @Override
    public int compareTo(Due o) {
      return micros != o.micros ? Long.compare(micros, o.micros) : Long.compare(order, o.order);
    }
  }

  private final Output module = new Output();
  private final PriorityQueue<Due> due = new PriorityQueue<>();
  private final SplittableRandom random = new SplittableRandom(1);
  private Station station;
  private Hand hand;
  private boolean link = true;
  private int linkNumber;
  private long now = SECOND;
  private long order;
  private long busyUntil;
  private SplittableRandom dice = random;

  private void at(long micros, Runnable what) {
    due.add(new Due(micros, order++, what));
  }

  private void hookUp() {
    List<Hold> left = station == null ? List.of() : station.left();
    int mine = ++linkNumber;
    link = true;
    station =
        new Station(new Name(5), 250_000, false, f -> fromUs(f, mine), new Station.Listener() {});
    station.start(now);
    station.letGoFirst(left);
    hand = new Hand();
    station.run(hand);
  }

  private void fromUs(Frame f, int mine) {
    if (!link || mine != linkNumber || dice.nextDouble() < module.loses) {
      return;
    }
    at(
        now + 500,
        () -> {
          if (!link || mine != linkNumber) {
            return;
          }
          station.on(new LinkEvent.Seen(new StampedFrame(now, f)));
          if (f.identifier() >>> 8 == 0x18DA00 && !module.silent) {
            byte[] r = new byte[f.at(0)];
            for (int i = 0; i < r.length; i++) {
              r[i] = (byte) f.at(1 + i);
            }
            // One request after the other, or each in its own time.
            busyUntil =
                module.reorders
                    ? now + dice.nextLong(1_000, Math.max(2_000, module.takes))
                    : Math.max(busyUntil, now) + module.takes;
            at(busyUntil, () -> answer(module.on(r, now), mine));
          }
        });
  }

  private void answer(byte[] answer, int mine) {
    boolean quiet = answer.length == 0;
    if (quiet || !link || mine != linkNumber || dice.nextDouble() < module.loses) {
      return;
    }
    int[] bytes = new int[8];
    bytes[0] = answer.length;
    for (int i = 0; i < answer.length; i++) {
      bytes[1 + i] = answer[i] & 0xFF;
    }
    station.on(new LinkEvent.Seen(new StampedFrame(now, Frame.extended(0x18DA_F900, bytes))));
  }

  private void run(double seconds) {
    long until = now + Math.round(seconds * SECOND);
    while (true) {
      long timer = link ? station.nextTimer() : Long.MAX_VALUE;
      long next = Math.min(timer, due.isEmpty() ? Long.MAX_VALUE : due.peek().micros);
      if (next > until) {
        now = until;
        module.time(now);
        if (link) {
          station.on(new LinkEvent.Ticked(now));
        }
        return;
      }
      now = Math.max(now, next);
      module.time(now);
      if (!due.isEmpty() && due.peek().micros <= now) {
        due.poll().what.run();
      } else {
        station.on(new LinkEvent.Ticked(now));
      }
      if (link && station.holds().stream().noneMatch(h -> h.hold().id().equals("output"))) {
        assertThat(module.held)
            .as("shown as let go of at %d, heard %s", now, module.heard)
            .isFalse();
      }
    }
  }

  private void taken() {
    hookUp();
    run(1);
    station.say(hand, "take");
    run(0.2);
    assertThat(module.held).isTrue();
    assertThat(station.holds())
        .extracting(h -> h.hold().id() + " " + h.state())
        .containsExactly("session HELD", "output HELD");
  }

  private List<Held.State> states() {
    return station.holds().stream().map(Held::state).toList();
  }

  @Test
  void whatIsHeldIsKeptAliveAndLetGoOfWhenTheModuleSaysSo() {
    taken();
    run(20);
    assertThat(module.held).as("kept alive").isTrue();
    station.say(hand, "give");
    assertThat(states()).contains(Held.State.LETTING_GO);
    run(0.1);
    assertThat(module.held).isFalse();
    assertThat(hand.told).containsExactly("output let go");
    assertThat(station.holds()).extracting(h -> h.hold().id()).containsExactly("session");
  }

  @Test
  void outputsAreGivenBackBeforeTheSessionEnds() {
    taken();
    module.heard.clear();
    station.say(hand, "end");
    run(0.1);
    assertThat(module.heard).containsExactly("2F00", "1001");
    assertThat(hand.told).containsExactly("output let go", "session let go");
  }

  @Test
  void offThenAllOnAtOnceLeavesNothingHeld() {
    taken();
    station.say(hand, "give");
    run(1);
    for (int i = 0; i < 30; i++) {
      station.say(hand, "read");
    }
    station.say(hand, "take");
    station.say(hand, "give");
    run(3);
    assertThat(module.held).isFalse();
    assertThat(hand.told).endsWith("output let go");
  }

  @Test
  void oneLostReleaseFrameIsSentAgain() {
    taken();
    module.loses = 1;
    station.say(hand, "give");
    run(0.1);
    module.loses = 0;
    run(1);
    assertThat(module.held).isFalse();
    assertThat(hand.told).containsExactly("output let go");
  }

  @Test
  void aModuleThatRefusesTheReleaseLosesItsSession() {
    taken();
    module.refusesRelease = true;
    station.say(hand, "give");
    run(0.5);
    assertThat(module.held).isFalse();
    assertThat(station.holds()).isEmpty();
    assertThat(hand.told).containsExactly("output let go", "session let go");
  }

  @Test
  void aModuleThatNeverAnswersIsNamedNotConfirmedAndHearsNothingUntilItsSessionHasEnded() {
    taken();
    module.silent = true;
    station.say(hand, "end");
    run(4);
    assertThat(states()).containsOnly(Held.State.NOT_CONFIRMED);
    assertThat(hand.told).containsExactly("session not confirmed", "output not confirmed");
    module.silent = false;
    module.heard.clear();
    station.say(hand, "read");
    run(1.5);
    assertThat(module.heard).as("nobody reads from it").isEmpty();
    run(4);
    assertThat(station.holds()).as("it was asked again and answered").isEmpty();
    assertThat(module.held).isFalse();
  }

  @Test
  void aModuleThatPendsForEverLosesItsSession() {
    taken();
    module.pendsForEver = true;
    station.say(hand, "give");
    run(8);
    assertThat(module.held).isFalse();
    assertThat(station.holds()).isEmpty();
  }

  @Test
  void holdsOutliveTheLinkAndAreLetGoOfFirst() {
    taken();
    link = false;
    run(2);
    hookUp();
    for (int i = 0; i < 5; i++) {
      station.say(hand, "read");
    }
    module.heard.clear();
    run(2);
    assertThat(module.heard).startsWith("2F00", "1001");
    assertThat(module.held).isFalse();
    assertThat(station.holds()).isEmpty();
    assertThat(module.heard).as("then it is read").contains("22F1");
  }

  @Test
  void nothingIsTakenWhereAModuleHasStillToLetGo() {
    taken();
    module.silent = true;
    station.letGoAll();
    run(4);
    hand.told.clear();
    station.say(hand, "take");
    run(0.5);
    assertThat(hand.told).contains("output not taken");
    module.silent = false;
    run(10);
    assertThat(module.held).isFalse();
  }

  @Test
  void anAnswerThatCameLateIsNotTakenForAnother() {
    taken();
    module.takes = 400_000;
    station.say(hand, "give");
    run(0.42);
    assertThat(hand.told).as("the first of two answers").containsExactly("output let go");
    station.say(hand, "take");
    run(0.01);
    station.say(hand, "give");
    run(10);
    assertThat(module.held).isFalse();
  }

  @Test
  void aModuleThatDoesTheReleaseBeforeTheCommandIsAskedAgain() {
    taken();
    station.say(hand, "give");
    run(1.5);
    module.takes = 60_000;
    station.say(hand, "take");
    run(0.01);
    module.takes = 2_000;
    module.reorders = true;
    station.say(hand, "give");
    run(2);
    assertThat(module.held).isFalse();
    assertThat(station.holds()).extracting(h -> h.hold().id()).containsExactly("session");
  }

  /** Everything at random, a thousand lives each. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5})
  void whateverHappensNothingIsHeldThatIsNotShown(int part) {
    int notConfirmed = 0;
    for (int seed = part * 1_000; seed < part * 1_000 + 1_000; seed++) {
      LettingGoTest life = new LettingGoTest();
      notConfirmed += life.live(new SplittableRandom(seed)) ? 1 : 0;
    }
    assertThat(notConfirmed)
        .as("lives in which it could not be confirmed for a while")
        .isPositive();
  }

  /** One life; true where something was not confirmed in it. */
  private boolean live(SplittableRandom r) {
    dice = r;
    hookUp();
    run(0.5);
    boolean notConfirmed = false;
    for (int i = 0; i < 12; i++) {
      switch (r.nextInt(16)) {
        case 0, 1, 2, 3 -> station.say(hand, "take");
        case 4, 5 -> station.say(hand, "give");
        case 6 -> station.say(hand, "end");
        case 7 -> station.letGoAll();
        case 8 -> station.stop(hand);
        case 9 -> station.say(hand, "read");
        case 10 -> {
          link = false;
          run(r.nextDouble() * 4);
          hookUp();
        }
        case 11 -> module.silent = !module.silent;
        case 12 -> module.loses = r.nextInt(3) * 0.3;
        case 13 -> module.refusesRelease = !module.refusesRelease;
        case 14 -> module.doesNotAnswerRelease = !module.doesNotAnswerRelease;
        default -> module.takes = r.nextLong(1_000, 600_000);
      }
      if (!station.running().contains(hand)) {
        hand = new Hand();
        station.run(hand);
      }
      run(r.nextDouble() * r.nextDouble() * 6);
      notConfirmed |= states().contains(Held.State.NOT_CONFIRMED);
      module.refusesDefault = r.nextInt(12) == 0;
      module.reorders = r.nextInt(4) == 0;
    }
    station.letGoAll();
    run(4);
    if (module.held) {
      assertThat(station.holds()).as("still held, and shown").isNotEmpty();
    }
    module.silent = false;
    module.refusesDefault = false;
    module.loses = 0;
    module.takes = 2_000;
    run(20);
    assertThat(module.held).as("a module that answers again has let go").isFalse();
    assertThat(station.holds()).as("and it is said").isEmpty();
    return notConfirmed;
  }
}
