package hitchlamp.standin.module;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import hitchlamp.standin.fault.FaultMemory;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.IntFunction;
import java.util.function.IntPredicate;
import java.util.function.LongSupplier;
import java.util.function.Supplier;

/**
 * One control module on the bus. It claims its address at power-up, broadcasts its groups, answers
 * requests after a delay of its own, and sends long answers by connection or by announced broadcast
 * (J1939-21 and -81, from memory).
 */
public final class SimModule {
  private static final int CLAIM = 0xEE00;
  private static final int REQUEST = 0xEA00;
  private static final int ACK = 0xE800;
  private static final int SERVICES = 0xDA00;
  private static final int TESTS = 0xE300;
  private static final int RESULTS = 0xA400;
  private static final int NUMBERED_RESULT = 0xFED0;
  private static final int CLEAR_ONE = 0xC300;
  private static final int CLEAR_ACTIVE = 17;
  private static final int CLEAR_EARLIER = 1;
  private static final int ALL_OF_ONE = 247;
  private static final int CONTROL = 0xEC00;
  private static final int DATA = 0xEB00;
  private static final int EVERYBODY = 255;
  private static final long GIVE_UP_MICROS = 1_250_000;
  private static final long BROADCAST_GAP_MICROS = 50_000;
  private static final long LONGEST_GAP_MICROS = 200_000;

  /** Shortcomings of the transport that the tool must survive. */
  public record Trouble(
      double losePackets, double repeatPackets, boolean garbage, boolean answersNothing) {
    public static final Trouble NONE = new Trouble(0, 0, false, false);
  }

  private final String id;
  private final long name;
  private final int address;
  private final Agenda agenda;
  private final SimBus bus;
  private final SplittableRandom random;
  private final long leastDelayMicros;
  private final long mostDelayMicros;
  private final Trouble trouble;
  private final Map<Integer, Supplier<byte[]>> answers = new HashMap<>();
  private final Map<Integer, IntPredicate> obeyed = new HashMap<>();
  private final List<Broadcast> broadcasts = new ArrayList<>();
  private final Map<Integer, Outgoing> outgoing = new HashMap<>();
  private final Map<Integer, Deque<Outgoing>> queued = new HashMap<>();
  private boolean powered;
  private boolean claimed;
  private boolean offBus;
  private long delayed;
  private ServicePort servicePort;
  private Services services;
  private IntFunction<byte[]> results = spn -> new byte[0];
  private IntFunction<byte[]> numbered = test -> new byte[0];
  private OneClear oneClear;
  private Runnable atPowerUp = () -> {};
  private Runnable afterCarried;

  /** Frames of its own long broadcasts that wait for the bus. */
  private int uncarried;

  /** Clears one fault alone (DM22). */
  public interface OneClear {
    /** It is done. */
    int DONE = -1;

    /**
     * Clears it.
     *
     * @param active true where it is to be one of the active
     * @return {@link #DONE}, or the reason why not as the standard numbers it
     */
    int clear(int spn, int fmi, boolean active);
  }

  private record Broadcast(int identifier, long periodMicros, LongSupplier payload) {}

  private static final class Outgoing {
    final int pgn;
    final int to;
    final byte[] data;
    final int packets;
    long deadline;

    Outgoing(int pgn, int to, byte[] data) {
      this.pgn = pgn;
      this.to = to;
      this.data = data;
      this.packets = (data.length + 6) / 7;
    }
  }

  /**
   * @param name 64-bit NAME
   * @param leastDelayMicros shortest time it takes to answer
   * @param mostDelayMicros longest
   */
  public SimModule(
      String id,
      long name,
      int address,
      Agenda agenda,
      SimBus bus,
      SplittableRandom random,
      long leastDelayMicros,
      long mostDelayMicros,
      Trouble trouble) {
    this.id = id;
    this.name = name;
    this.address = address;
    this.agenda = agenda;
    this.bus = bus;
    this.random = random;
    this.leastDelayMicros = leastDelayMicros;
    this.mostDelayMicros = mostDelayMicros;
    this.trouble = trouble;
  }

  public String id() {
    return id;
  }

  public int address() {
    return address;
  }

  public boolean powered() {
    return powered;
  }

  /** What it sends when a group is asked for. */
  public void answer(int pgn, Supplier<byte[]> data) {
    answers.put(pgn, data);
  }

  /** What tests of its monitors found of a parameter (DM30); nothing where it has none. */
  public void tells(IntFunction<byte[]> found) {
    results = found;
  }

  /** What the tests that it numbers itself found (DM8). */
  public void tellsByNumber(IntFunction<byte[]> found) {
    numbered = found;
  }

  /** It clears single faults by DM22. */
  public void clearsOne(OneClear how) {
    oneClear = how;
  }

  /** It has diagnostic services. */
  public void serve(Services served) {
    services = served;
    servicePort = new ServicePort(address, agenda, this::put, served::asked);
    served.on(servicePort, random.split(), leastDelayMicros, mostDelayMicros);
  }

  /** A request that it carries out, told who asks: accepted where true comes of it, else denied. */
  public void obey(int pgn, IntPredicate what) {
    obeyed.put(pgn, what);
  }

  /** Its bus stub is cut, or joined again: it lives on and nobody hears it. */
  public void offBus(boolean cut) {
    offBus = cut;
  }

  private void put(Frame frame) {
    if (powered && !offBus) {
      bus.send(frame, this);
    }
  }

  /** A group of up to 8 bytes that it sends by itself. */
  public void broadcast(int priority, int pgn, long periodMicros, LongSupplier payload) {
    int identifier =
        priority << 26 | pgn << 8 | ((pgn >> 8 & 0xFF) < 240 ? EVERYBODY << 8 : 0) | address;
    Broadcast b = new Broadcast(identifier, periodMicros, payload);
    broadcasts.add(b);
    answers.putIfAbsent(pgn, () -> Signal.bytes(payload.getAsLong()));
    agenda.every(random.nextLong(periodMicros), periodMicros, () -> sendIfPowered(b));
  }

  /** Nothing is told before the address is claimed (J1939-81, from memory). */
  private void sendIfPowered(Broadcast b) {
    if (claimed && !offBus) {
      bus.send(new Frame(b.identifier, true, 8, b.payload.getAsLong()), this);
    }
  }

  /**
   * Tells its active faults by itself: at once when they change, and every period while there are
   * any.
   *
   * @param lamps it has a lamp to keep, so that it tells every period that there are none too
   */
  public void tellFaults(long periodMicros, boolean lamps, FaultMemory memory) {
    long[] told = {0, 0};
    agenda.every(
        random.nextLong(periodMicros),
        periodMicros / 5,
        () -> {
          boolean changed = memory.changes() != told[0];
          boolean due = agenda.now() - told[1] >= periodMicros;
          boolean any = memory.kept().stream().anyMatch(FaultMemory.StoredFault::active);
          if (claimed && !trouble.answersNothing && (changed || due && (any || lamps))) {
            told[0] = memory.changes();
            told[1] = agenda.now();
            send(0xFECA, EVERYBODY, memory.message(true));
          }
        });
  }

  /** What it does first when its supply comes. */
  public void atPowerUp(Runnable what) {
    atPowerUp = what;
  }

  /** True where the others hear it. */
  public boolean heard() {
    return powered && !offBus;
  }

  /** Supply comes or goes. */
  public void power(boolean on) {
    if (on && !powered) {
      powered = true;
      atPowerUp.run();
      agenda.in(20_000 + random.nextLong(80_000), this::claim);
    } else if (!on) {
      powered = false;
      claimed = false;
      afterCarried = null;
      uncarried = 0;
      outgoing.clear();
      queued.clear();
      if (servicePort != null) {
        servicePort.reset();
        services.supplyGone();
      }
    }
  }

  private void claim() {
    claimed |= powered;
    if (powered && !offBus) {
      bus.send(new Frame(6 << 26 | CLAIM << 8 | EVERYBODY << 8 | address, true, 8, name), this);
    }
  }

  /** True where a frame asks modules something, or is part of a long message. */
  public static boolean heeds(int identifier) {
    int format = identifier >>> 16 & 0xFF;
    return format == REQUEST >> 8
        || format == CONTROL >> 8
        || format == DATA >> 8
        || format == SERVICES >> 8
        || format == CLEAR_ONE >> 8
        || format == TESTS >> 8;
  }

  /** Hears a frame of the bus. */
  public void hear(StampedFrame stamped, Object sender) {
    Frame f = stamped.frame();
    int format = f.identifier() >>> 16 & 0xFF;
    if (sender == this
        && (format == CONTROL >> 8 || format == DATA >> 8)
        && (f.identifier() >>> 8 & 0xFF) == EVERYBODY) {
      carried();
    }
    if (!powered || offBus || sender == this || !f.extended() || !heeds(f.identifier())) {
      return;
    }
    int to = f.identifier() >>> 8 & 0xFF;
    int from = f.identifier() & 0xFF;
    if (to != address && to != EVERYBODY) {
      return;
    }
    if (format == REQUEST >> 8 && f.length() >= 3) {
      requested(f.at(0) | f.at(1) << 8 | f.at(2) << 16, from, to);
    } else if (format == SERVICES >> 8 && to == address && services != null && f.length() > 0) {
      if (!trouble.answersNothing) {
        servicePort.hear(f);
      }
    } else if (format == TESTS >> 8 && to == address && f.length() == 8) {
      if (!trouble.answersNothing) {
        tested(f, from);
      }
    } else if (format == CLEAR_ONE >> 8 && to == address && f.length() == 8) {
      if (!trouble.answersNothing) {
        clearOne(f, from);
      }
    } else if (format == CONTROL >> 8 && to == address && f.length() == 8) {
      controlled(f, from);
    }
  }

  private long delay() {
    long drawn =
        mostDelayMicros <= leastDelayMicros
            ? leastDelayMicros
            : random.nextLong(leastDelayMicros, mostDelayMicros);
    delayed += drawn;
    return drawn;
  }

  /**
   * Sum of the times it has taken before answering, microseconds: what no tool could have saved.
   */
  public long delayed() {
    return delayed + (services == null ? 0 : services.delayed());
  }

  private void requested(int pgn, int from, int to) {
    if (pgn == CLAIM) {
      agenda.in(Math.min(delay(), 200_000), this::claim);
      return;
    }
    if (trouble.answersNothing) {
      return;
    }
    Supplier<byte[]> answer = answers.get(pgn);
    if (answer == null && obeyed.containsKey(pgn)) {
      if (to == address) {
        agenda.in(
            delay(),
            () -> {
              boolean done = obeyed.get(pgn).test(from);
              say(
                  6,
                  ACK,
                  EVERYBODY,
                  done ? 0 : 2,
                  0xFF,
                  0xFF,
                  0xFF,
                  from,
                  pgn,
                  pgn >> 8,
                  pgn >> 16);
            });
      }
      return;
    }
    if (answer == null) {
      if (to == address) {
        agenda.in(
            delay(),
            () -> say(6, ACK, EVERYBODY, 1, 0xFF, 0xFF, 0xFF, from, pgn, pgn >> 8, pgn >> 16));
      }
      return;
    }
    agenda.in(
        delay(),
        () ->
            send(
                pgn,
                to == EVERYBODY ? EVERYBODY : from,
                trouble.garbage ? garbage(answer.get().length) : answer.get()));
  }

  /** DM7: what the tests of one parameter found, or that it has none. */
  private void tested(Frame f, int from) {
    int spn = f.at(1) | f.at(2) << 8 | f.at(3) >> 5 << 16;
    boolean all = f.at(0) == ALL_OF_ONE;
    byte[] found = all ? results.apply(spn) : numbered.apply(f.at(0));
    agenda.in(
        delay(),
        () -> {
          if (found.length == 0) {
            say(6, ACK, EVERYBODY, 1, 0xFF, 0xFF, 0xFF, from, TESTS, TESTS >> 8, TESTS >> 16);
          } else {
            send(
                all ? RESULTS : NUMBERED_RESULT,
                all ? from : EVERYBODY,
                trouble.garbage ? garbage(found.length) : found);
          }
        });
  }

  /** DM22: one fault is to go, or what it says instead. */
  private void clearOne(Frame f, int from) {
    int control = f.at(0);
    if (control != CLEAR_ACTIVE && control != CLEAR_EARLIER) {
      return;
    }
    agenda.in(
        delay(),
        () -> {
          if (oneClear == null) {
            say(
                6,
                ACK,
                EVERYBODY,
                1,
                0xFF,
                0xFF,
                0xFF,
                from,
                CLEAR_ONE,
                CLEAR_ONE >> 8,
                CLEAR_ONE >> 16);
            return;
          }
          int spn = f.at(5) | f.at(6) << 8 | f.at(7) >> 5 << 16;
          int why = oneClear.clear(spn, f.at(7) & 31, control == CLEAR_ACTIVE);
          boolean done = why == OneClear.DONE;
          say(
              6,
              CLEAR_ONE,
              from,
              control + (done ? 1 : 2),
              done ? 0xFF : why,
              0xFF,
              0xFF,
              0xFF,
              f.at(5),
              f.at(6),
              f.at(7));
        });
  }

  private byte[] garbage(int length) {
    byte[] bytes = new byte[Math.max(5, length - 1 - random.nextInt(3))];
    random.nextBytes(bytes);
    return bytes;
  }

  /** Sends a group to one address or to everybody, by transport where it is longer than a frame. */
  public void send(int pgn, int to, byte[] data) {
    if (!powered) {
      return;
    }
    if (data.length <= 8) {
      int[] bytes = new int[8];
      for (int i = 0; i < 8; i++) {
        bytes[i] = i < data.length ? data[i] & 0xFF : 0xFF;
      }
      say(6, pgn, to, bytes);
      return;
    }
    Outgoing out = new Outgoing(pgn, to, data);
    if (outgoing.containsKey(to)) {
      Deque<Outgoing> line = queued.computeIfAbsent(to, t -> new ArrayDeque<>());
      if (line.size() < 16) {
        line.add(out);
      }
      return;
    }
    begin(out);
  }

  private void begin(Outgoing out) {
    outgoing.put(out.to, out);
    int size = out.data.length;
    int kind = out.to == EVERYBODY ? 32 : 16;
    say(
        7,
        CONTROL,
        out.to,
        kind,
        size,
        size >> 8,
        out.packets,
        0xFF,
        out.pgn,
        out.pgn >> 8,
        out.pgn >> 16);
    if (out.to == EVERYBODY) {
      gap(() -> broadcastPacket(out, 1));
    } else {
      watch(out);
    }
  }

  private void watch(Outgoing out) {
    out.deadline = agenda.now() + GIVE_UP_MICROS;
    agenda.in(
        GIVE_UP_MICROS,
        () -> {
          if (outgoing.get(out.to) == out && out.deadline <= agenda.now()) {
            say(7, CONTROL, out.to, 255, 3, 0xFF, 0xFF, 0xFF, out.pgn, out.pgn >> 8, out.pgn >> 16);
            done(out);
          }
        });
  }

  private void done(Outgoing out) {
    outgoing.remove(out.to, out);
    Deque<Outgoing> line = queued.get(out.to);
    if (line != null && !line.isEmpty() && powered) {
      begin(line.poll());
    }
  }

  /**
   * Does something once 50 ms went by on the bus since what was sent last: on a busy one it may
   * have had to wait itself (J1939-21: 50 to 200 ms, from memory).
   */
  private void gap(Runnable next) {
    afterCarried = next;
    agenda.in(
        LONGEST_GAP_MICROS,
        () -> {
          if (afterCarried == next) {
            // What was sent last got lost.
            uncarried = 0;
            afterCarried = null;
            next.run();
          }
        });
  }

  /** A packet of its own broadcast was carried. */
  private void carried() {
    uncarried = Math.max(0, uncarried - 1);
    if (afterCarried != null && uncarried == 0) {
      agenda.in(BROADCAST_GAP_MICROS, afterCarried);
      afterCarried = null;
    }
  }

  private void broadcastPacket(Outgoing out, int number) {
    if (!powered || outgoing.get(out.to) != out) {
      return;
    }
    packet(out, number);
    if (number < out.packets) {
      gap(() -> broadcastPacket(out, number + 1));
    } else {
      done(out);
    }
  }

  private void packet(Outgoing out, int number) {
    int[] bytes = new int[8];
    bytes[0] = number;
    for (int i = 0; i < 7; i++) {
      int at = (number - 1) * 7 + i;
      bytes[i + 1] = at < out.data.length ? out.data[at] & 0xFF : 0xFF;
    }
    if (random.nextDouble() >= trouble.losePackets) {
      say(7, DATA, out.to, bytes);
    }
    if (random.nextDouble() < trouble.repeatPackets) {
      say(7, DATA, out.to, bytes);
    }
  }

  private void controlled(Frame f, int from) {
    Outgoing out = outgoing.get(from);
    if (out == null || (f.at(5) | f.at(6) << 8 | f.at(7) << 16) != out.pgn) {
      return;
    }
    switch (f.at(0)) {
      case 17 -> {
        watch(out);
        int first = f.at(2);
        int last = Math.min(out.packets, first + f.at(1) - 1);
        agenda.in(2_000 + random.nextLong(3_000), () -> packets(out, first, last));
      }
      case 19, 255 -> done(out);
      default -> {}
    }
  }

  private void packets(Outgoing out, int first, int last) {
    if (powered && outgoing.get(out.to) == out) {
      for (int i = first; i <= last; i++) {
        packet(out, i);
      }
    }
  }

  /** True while a long message is under way to somebody, or a diagnostic session is open. */
  public boolean sendingLong() {
    return !outgoing.isEmpty() || services != null && (servicePort.busy() || services.inSession());
  }

  private void say(int priority, int pgn, int to, int... bytes) {
    if (powered && !offBus) {
      boolean toOne = (pgn >> 8 & 0xFF) < 240;
      uncarried += to == EVERYBODY && (pgn == CONTROL || pgn == DATA) ? 1 : 0;
      bus.send(
          Frame.extended(priority << 26 | pgn << 8 | (toOne ? to << 8 : 0) | address, bytes), this);
    }
  }
}
