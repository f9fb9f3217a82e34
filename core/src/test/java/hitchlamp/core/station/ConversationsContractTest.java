package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * Whoever asks is answered, if only with "silent", however many others ask the same modules and are
 * stopped meanwhile.
 */
class ConversationsContractTest {
  private static final int LIVES = 400;
  private static final long SECOND = 1_000_000;
  private static final int[] GROUPS = {
    Pgn.COMPONENT_IDENTIFICATION, Pgn.DM1, Pgn.SOFTWARE_IDENTIFICATION
  };

  /** SPN 3216 FMI 18: 40 counts, 20 at least. */
  private static final byte[] RESULT = {
    (byte) 247, (byte) 0x90, 0x0C, 0x12, 1, 0, 40, 0, -1, -1, 20, 0
  };

  /** Asks what it is told to ask and notes what was answered. */
  private static final class Asker implements Procedure<Integer> {
    private final List<Command> todo = new ArrayList<>();
    private final Set<Integer> open = new HashSet<>();

    @Override
    public List<Command> on(Event event) {
      if (event instanceof Event.Answered a) {
        open.remove(a.ticket());
      } else if (event instanceof Event.Replied r) {
        open.remove(r.ticket());
      }
      List<Command> now = List.copyOf(todo);
      todo.clear();
      return now;
    }

    void asks(SplittableRandom dice, int ticket, int[] modules) {
      int module = modules[dice.nextInt(modules.length)];
      Urgency urgency = dice.nextBoolean() ? Urgency.TEST : Urgency.POLL;
      open.add(ticket);
      if (dice.nextInt(4) == 0) {
        todo.add(
            new Command.Ask(
                ticket,
                module,
                new Query.TestsOf(3_216 + dice.nextInt(2)),
                urgency,
                1 + dice.nextInt(2)));
        return;
      }
      todo.add(
          dice.nextBoolean()
              ? new Command.Ask(
                  ticket, module, GROUPS[dice.nextInt(GROUPS.length)], urgency, 1 + dice.nextInt(2))
              : new Command.Call(ticket, module, Services.read(0x0100), urgency, 1, SECOND));
    }

    @Override
    public Integer result() {
      return open.size();
    }

    @Override
    public boolean finished() {
      return false;
    }
  }

  @Test
  void whatWaitsWhenTheLinkIsClosedIsNotAskedAnyMore() {
    SplittableRandom dice = new SplittableRandom(5);
    FakeBus bus = new FakeBus();
    bus.module(0, 0).deaf = true;
    bus.station = new Station(new Name(5), 250_000, false, bus::fromUs, new Station.Listener() {});
    bus.station.start(bus.now());
    bus.runUntil(bus.now() + SECOND);
    for (int i = 0; i < 5; i++) {
      Asker a = new Asker();
      bus.station.run(a);
      a.asks(dice, i, new int[] {0});
      bus.station.say(a, "ask");
    }
    int sent = bus.sentByUs.size();
    bus.station.close("unhooked");
    bus.runUntil(bus.now() + 10 * SECOND);
    assertThat(bus.sentByUs).hasSize(sent);
  }

  @Test
  void whoeverIsNotStoppedIsAnswered() {
    for (int seed = 1; seed <= LIVES; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      FakeBus bus = new FakeBus();
      bus.module(0, 0).answers(Pgn.COMPONENT_IDENTIFICATION, "Orrendale*Korvane 6*S1*T14*");
      bus.modules.get(0).answers(Pgn.DM30, RESULT);
      bus.module(33, 26).deaf = dice.nextBoolean();
      bus.module(11, 9).busy = dice.nextInt(4);
      bus.station =
          new Station(new Name(5), 250_000, false, bus::fromUs, new Station.Listener() {});
      bus.station.start(bus.now());
      bus.runUntil(bus.now() + SECOND);
      int[] modules = {0, 33, 11};
      List<Asker> askers = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        askers.add(new Asker());
        bus.station.run(askers.get(i));
      }
      int ticket = 0;
      for (int act = 0; act < 25; act++) {
        if (dice.nextInt(6) == 0 && askers.size() > 1) {
          bus.station.stop(askers.remove(dice.nextInt(askers.size())));
        } else {
          Asker a = askers.get(dice.nextInt(askers.size()));
          a.asks(dice, ++ticket, modules);
          bus.station.say(a, "ask");
        }
        bus.runUntil(bus.now() + dice.nextInt(300_000));
      }
      bus.runUntil(bus.now() + 90 * SECOND);
      for (Asker a : askers) {
        assertThat(a.open).as("still waits for an answer, seed " + seed).isEmpty();
      }
    }
  }
}
