package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.function.Predicate;

/**
 * A bus for tests: modules answer what they are told to, after a millisecond; every frame is seen,
 * ours too.
 */
public final class FakeBus {
  private record Due(long micros, long order, Frame frame) implements Comparable<Due> {
    @Override
    public int compareTo(Due o) {
      return micros != o.micros ? Long.compare(micros, o.micros) : Long.compare(order, o.order);
    }
  }

  public static final class Module {
    public final int address;
    public final Name name;
    public final Map<Integer, byte[]> answers = new HashMap<>();
    public boolean deaf;
    public int busy;
    public boolean stalls;

    public Module(int address, Name name) {
      this.address = address;
      this.name = name;
    }

    public Module answers(int pgn, String text) {
      answers.put(pgn, text.getBytes(java.nio.charset.StandardCharsets.US_ASCII));
      return this;
    }

    public Module answers(int pgn, byte... data) {
      answers.put(pgn, data);
      return this;
    }
  }

  public final List<Frame> sentByUs = new ArrayList<>();

  /** Which of our frames the link takes and does not send. */
  public Predicate<Frame> swallows = f -> false;

  /** True where the link does not show us our own frames. */
  public boolean hidesOurs;

  /** Those of our frames that came onto the bus. */
  public final List<Frame> carried = new ArrayList<>();

  public final List<Module> modules = new ArrayList<>();
  public final List<FrameBlock.Entry> stored = new ArrayList<>();
  public final ReplayLog tape = new ReplayLog(stored::add);
  public Station station;
  private final PriorityQueue<Due> due = new PriorityQueue<>();
  private final Map<Integer, byte[]> sending = new HashMap<>();
  private final Map<Integer, Integer> sendingPgn = new HashMap<>();
  private long order;
  private long now = 1_000_000;

  public Module module(int address, int function) {
    Module m = new Module(address, Name.of(address + 1, 100, 0, 0, function, 0, 0, 0, false));
    modules.add(m);
    return m;
  }

  public long now() {
    return now;
  }

  public void fromUs(Frame f) {
    sentByUs.add(f);
    if (!swallows.test(f)) {
      carried.add(f);
      put(500, f);
    }
  }

  public void put(long inMicros, Frame f) {
    due.add(new Due(now + inMicros, order++, f));
  }

  /** Runs until the time, or until nothing is to come before it. */
  public void runUntil(long micros) {
    while (true) {
      long next = Math.min(station.nextTimer(), due.isEmpty() ? Long.MAX_VALUE : due.peek().micros);
      if (next > micros) {
        now = micros;
        take(new LinkEvent.Ticked(now));
        return;
      }
      now = Math.max(now, next);
      if (!due.isEmpty() && due.peek().micros <= now) {
        Frame f = due.poll().frame;
        modules.forEach(m -> react(m, f));
        boolean hidden = hidesOurs && carried.contains(f);
        take(hidden ? new LinkEvent.Ticked(now) : new LinkEvent.Seen(new StampedFrame(now, f)));
      } else {
        take(new LinkEvent.Ticked(now));
      }
    }
  }

  private void take(LinkEvent event) {
    tape.event(event, station);
    station.on(event);
  }

  private void react(Module m, Frame f) {
    Identifier id = Identifier.of(f.identifier());
    if (id.destination() != m.address && id.destination() != 255 || id.source() == m.address) {
      return;
    }
    if (id.pgn() == Pgn.REQUEST) {
      int pgn = f.at(0) | f.at(1) << 8 | f.at(2) << 16;
      if (pgn == Pgn.ADDRESS_CLAIMED) {
        if (m.name != null) {
          put(1_000, new Frame(0x18EEFF00 | m.address, true, 8, m.name.bits()));
        }
      } else if (!m.deaf) {
        answer(m, pgn, id.source());
      }
    } else if (id.pgn() == Pgn.DM7 && !m.deaf) {
      byte[] told = m.answers.get(Pgn.DM30);
      boolean ofIt = told != null && told[1] == (byte) f.at(1) && told[2] == (byte) f.at(2);
      answer(m, ofIt ? Pgn.DM30 : Pgn.DM7, id.source());
    } else if (id.pgn() == Pgn.TRANSPORT_CONTROL
        && f.at(0) == 17
        && sending.containsKey(m.address)
        && !m.stalls) {
      byte[] data = sending.get(m.address);
      for (int n = f.at(2); n < f.at(2) + f.at(1); n++) {
        int[] bytes = {n, 255, 255, 255, 255, 255, 255, 255};
        for (int i = 0; i < 7 && (n - 1) * 7 + i < data.length; i++) {
          bytes[i + 1] = data[(n - 1) * 7 + i] & 0xFF;
        }
        put(1_000 + n, Frame.extended(0x1CEB0000 | id.source() << 8 | m.address, bytes));
      }
    }
  }

  private void answer(Module m, int pgn, int to) {
    byte[] data = m.answers.get(pgn);
    if (m.busy > 0) {
      m.busy--;
      acknowledge(m, 3, to, pgn);
    } else if (data == null) {
      acknowledge(m, 1, to, pgn);
    } else if (data.length <= 8) {
      int[] bytes = new int[8];
      for (int i = 0; i < 8; i++) {
        bytes[i] = i < data.length ? data[i] & 0xFF : 0xFF;
      }
      put(1_000, Frame.extended(Identifier.to(to, pgn, m.address, 6).bits(), bytes));
    } else {
      sending.put(m.address, data);
      sendingPgn.put(m.address, pgn);
      put(
          1_000,
          Frame.extended(
              0x1CEC0000 | to << 8 | m.address,
              16,
              data.length,
              data.length >> 8,
              (data.length + 6) / 7,
              255,
              pgn,
              pgn >> 8,
              pgn >> 16));
    }
  }

  private void acknowledge(Module m, int kind, int to, int pgn) {
    put(
        1_000,
        Frame.extended(0x18E8FF00 | m.address, kind, 255, 255, 255, to, pgn, pgn >> 8, pgn >> 16));
  }
}
