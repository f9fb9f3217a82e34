package hitchlamp.standin.module;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * Whatever a tester sends, in whatever order, a module answers as ISO 14229-1 (from memory) lets it
 * answer or not at all, and when nobody speaks any more it has everything again.
 */
class ServicesContractTest {
  private static final int TO_MODULE = 0x18DA0000 | 0xF9;
  private static final int TO_TOOL = 0x18DA0000 | 0xF9 << 8;
  private static final int LIVES = 200;
  private static final int REQUESTS = 60;
  private static final int[] SERVICES = {
    0x10, 0x14, 0x19, 0x22, 0x27, 0x2E, 0x2F, 0x31, 0x3E, 0x85
  };
  private static final int[] IDS = {0x0110, 0x0130, 0x0203, 0x0305, 0x0402, 0x7777};

  private final Agenda agenda = new Agenda();
  private final SimBus bus = new SimBus(agenda, 250_000);
  private final Set<Integer> held = new HashSet<>();
  private final List<Frame> answers = new ArrayList<>();
  private boolean pumps;
  private boolean engineRuns;

  /** An output that notes whether a tester has it. */
  private final class Output implements Services.Control {
    private final int id;

    Output(int id) {
      this.id = id;
    }

    @Override
    public int take(byte[] state) {
      if (state.length != 1) {
        return 0x13;
      }
      if (engineRuns) {
        return 0x22;
      }
      held.add(id);
      return 0;
    }

    @Override
    public byte[] state() {
      return new byte[] {(byte) (held.contains(id) ? 1 : 0)};
    }

    @Override
    public void giveBack() {
      held.remove(id);
    }
  }

  /** A pump that runs for three seconds. */
  private final class Pump implements Routine {
    @Override
    public double seconds() {
      return 3;
    }

    @Override
    public int start(int tester) {
      pumps = !engineRuns;
      return engineRuns ? 0x83 : 0;
    }

    @Override
    public int breaksOff() {
      return engineRuns ? 1 : 0;
    }

    @Override
    public void ends() {
      pumps = false;
    }

    @Override
    public boolean stops() {
      return true;
    }
  }

  private SimModule module(SplittableRandom dice) {
    FaultMemory memory = new FaultMemory();
    Monitor monitor = new Monitor(100, 4, FaultMemory.Lamp.WARNING, 1, 1, () -> true).circuit();
    SimModule m =
        new SimModule(
            "engine", 1, 0, agenda, bus, dice.split(), 5_000, 20_000, SimModule.Trouble.NONE);
    m.serve(
        new Services(
                agenda,
                memory,
                List.of(monitor),
                () -> engineRuns,
                () -> 100.0,
                Services.Trouble.NONE)
            .control(0x0305, new Output(0x0305))
            .written(0x0130, b -> b.length == 2 ? 0 : 0x13)
            .routine(0x0402, new Pump()));
    bus.listen(
        (stamped, sender) -> {
          m.hear(stamped, sender);
          if (stamped.frame().identifier() == TO_TOOL) {
            answers.add(stamped.frame());
          }
        });
    m.power(true);
    monitor.step(2, 90, memory);
    return m;
  }

  private void passes(double seconds) {
    long until = agenda.now() + Math.round(seconds * 1e6);
    while (agenda.step(until)) {
      // one event after the other
    }
  }

  /** A request that fits one frame: half of them sensible, half of them not. */
  private static byte[] request(SplittableRandom dice) {
    byte[] r = new byte[1 + dice.nextInt(7)];
    for (int i = 0; i < r.length; i++) {
      r[i] = (byte) dice.nextInt(256);
    }
    r[0] = (byte) SERVICES[dice.nextInt(SERVICES.length)];
    int id = IDS[dice.nextInt(IDS.length)];
    int at = (r[0] & 0xFF) == 0x31 ? 2 : 1;
    if (dice.nextInt(4) > 0 && r.length > at + 1) {
      r[at] = (byte) (id >> 8);
      r[at + 1] = (byte) id;
    }
    if (dice.nextBoolean() && r.length > 1 && (at == 2 || r[0] == 0x10)) {
      r[1] = (byte) (1 + dice.nextInt(3));
    }
    if (dice.nextBoolean() && r[0] == 0x2F && r.length > 3) {
      r[3] = (byte) (dice.nextBoolean() ? 3 : 0);
    }
    return r;
  }

  private void send(byte[] request) {
    byte[] frame = new byte[8];
    Arrays.fill(frame, (byte) 0xFF);
    frame[0] = (byte) request.length;
    System.arraycopy(request, 0, frame, 1, request.length);
    bus.send(Frame.extended(TO_MODULE, frame), "tool");
  }

  /** Service that a first or only frame of an answer is of; -1 for a frame in between. */
  private static int serviceOf(Frame f) {
    int kind = f.at(0) >> 4;
    int first = kind == 0 ? f.at(1) : kind == 1 ? f.at(2) : -1;
    return first == 0x7F ? f.at(2) : first < 0 ? -1 : first - 0x40;
  }

  @Test
  void whateverIsAskedIsAnsweredByItsServiceAndNothingStaysTaken() {
    int refused = 0;
    int done = 0;
    for (int seed = 1; seed <= LIVES; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      SimModule m = module(dice);
      Set<Integer> asked = new HashSet<>();
      for (int i = 0; i < REQUESTS; i++) {
        answers.clear();
        byte[] r = request(dice);
        asked.add(r[0] & 0xFF);
        send(r);
        if (dice.nextInt(10) == 0) {
          engineRuns = !engineRuns;
        }
        passes(dice.nextDouble() * 0.6);
        for (Frame f : answers) {
          int of = serviceOf(f);
          assertThat(of == -1 || asked.contains(of))
              .as("an answer to what was asked, seed " + seed + ": " + f)
              .isTrue();
          refused += f.at(1) == 0x7F ? 1 : 0;
          done += f.at(1) != 0x7F ? 1 : 0;
        }
      }
      passes(12);
      assertThat(held).as("taken without a session, seed " + seed).isEmpty();
      assertThat(pumps).as("it runs without a session, seed " + seed).isFalse();
      m.power(false);
      engineRuns = false;
    }
    assertThat(refused).as("requests refused").isGreaterThan(LIVES * REQUESTS / 8);
    assertThat(done).as("requests done").isGreaterThan(LIVES * REQUESTS / 20);
  }

  @Test
  void withoutSupplyNothingGoesOn() {
    SimModule m = module(new SplittableRandom(9));
    send(new byte[] {0x10, 3});
    passes(0.1);
    send(new byte[] {0x2F, 3, 5, 3, 1});
    send(new byte[] {0x31, 1, 4, 2});
    passes(0.1);
    assertThat(held).containsExactly(0x0305);
    assertThat(pumps).isTrue();
    m.power(false);
    assertThat(held).isEmpty();
    assertThat(pumps).isFalse();
  }
}
