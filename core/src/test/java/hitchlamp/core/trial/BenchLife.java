package hitchlamp.core.trial;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Held;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Station;
import java.util.ArrayList;
import java.util.List;
import java.util.PriorityQueue;
import java.util.SplittableRandom;

/** A station, a bench and a module on one wire, in simulated time. */
final class BenchLife {
  static final long SECOND = 1_000_000;
  private static final int MODULE = 0;
  private static final long BROADCAST_MICROS = 50_000;
  private static final byte PENDING = 0x78;
  private static final int FLOW_CONTROL = 3;
  private static final int SINGLE = 7;
  private static final long AGAIN_MICROS = 2 * SECOND;
  private static final int GROUP = 0xFF14;

  /** Runs a bench and keeps everything that it was told, so that it can be told again. */
  private static final class Told implements Procedure<BenchState<?>> {
    final Bench<?, ?> bench;
    final List<Event> events = new ArrayList<>();

    Told(Bench<?, ?> bench) {
      this.bench = bench;
    }

    @Override
    public List<Command> on(Event event) {
      events.add(event);
      return bench.on(event);
    }

    @Override
    public BenchState<?> result() {
      return bench.result();
    }

    @Override
    public boolean finished() {
      return bench.finished();
    }
  }

  private record Due(long micros, long order, Runnable what) implements Comparable<Due> {
    @Override
    public int compareTo(Due o) {
      return micros != o.micros ? Long.compare(micros, o.micros) : Long.compare(order, o.order);
    }
  }

  final HostileModule module;
  double rpm = 600;
  double kmh;
  boolean broadcasts = true;
  boolean browser = true;

  /** What was shown and was not so; empty for nothing. */
  String wrong = "";

  private final TestSpec spec;
  private final Pack pack;
  private final SplittableRandom dice;
  private final PriorityQueue<Due> due = new PriorityQueue<>();
  private final ModuleRef ref =
      new ModuleRef("engine", "Engine", "engine", MODULE, ConversionVersion.V4, true);
  private Station station;
  private Told told;
  private boolean link = true;
  private int linkNumber;
  private long now = SECOND;
  private long order;
  private long busyUntil;
  private byte[] longAnswer = new byte[0];

  BenchLife(TestSpec spec, Pack pack, HostileModule module, SplittableRandom dice) {
    this.spec = spec;
    this.pack = pack;
    this.module = module;
    this.dice = dice;
    hookUp();
    broadcast();
  }

  private void at(long micros, Runnable what) {
    due.add(new Due(micros, order++, what));
  }

  /** A tool comes, or comes back. */
  void hookUp() {
    List<Hold> left = station == null ? List.of() : station.left();
    int mine = ++linkNumber;
    link = true;
    station =
        new Station(new Name(5), 250_000, false, f -> fromUs(f, mine), new Station.Listener() {});
    station.start(now);
    station.letGoFirst(left);
  }

  private TestedUnit of() {
    ModuleRef of = TestedUnit.choices(spec, pack, List.of(ref)).get(0);
    return new TestedUnit(of, List.of(ref), false);
  }

  void prepare() {
    told = new Told(Bench.of(spec, pack, of()));
    station.run(told);
  }

  void loseLink() {
    station.linkLost();
    told.bench.brokenOff();
    link = false;
  }

  void act(String line) {
    if (link) {
      station.say(told, line);
    }
  }

  void letGoAll() {
    if (link) {
      station.letGoAll();
    }
  }

  void stop() {
    if (link) {
      station.stop(told);
    }
  }

  BenchState<?> state() {
    return told.bench.result();
  }

  List<Held> holds() {
    return station.holds();
  }

  long now() {
    return now;
  }

  /** The same run from what it was told alone. */
  BenchState<?> again() {
    Bench<?, ?> other = Bench.of(spec, pack, of());
    told.events.forEach(other::on);
    return other.result();
  }

  private void broadcast() {
    at(
        now + BROADCAST_MICROS,
        () -> {
          if (broadcasts && link) {
            int speed = (int) Math.round(rpm / 0.125);
            int road = (int) Math.round(kmh * 256);
            station.on(
                new LinkEvent.Seen(
                    new StampedFrame(
                        now,
                        Frame.extended(
                            0x1800_0000 | GROUP << 8 | MODULE,
                            speed & 0xFF,
                            speed >> 8,
                            120,
                            road & 0xFF,
                            road >> 8,
                            0xFF,
                            0xFF,
                            0xFF))));
          }
          broadcast();
        });
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
          if (f.identifier() >>> 8 == 0x18DA00 && f.at(0) >> 4 == FLOW_CONTROL) {
            goOn(mine);
          } else if (f.identifier() >>> 8 == 0x18DA00) {
            byte[] r = new byte[f.at(0)];
            for (int i = 0; i < r.length; i++) {
              r[i] = (byte) f.at(1 + i);
            }
            busyUntil = Math.max(busyUntil, now) + module.takes;
            at(busyUntil, () -> answer(module.on(r, now), mine));
          }
        });
  }

  private void answer(byte[] answer, int mine) {
    if (answer.length == 3 && answer[2] == PENDING) {
      at(
          now + AGAIN_MICROS,
          () -> {
            if (module.has(HostileModule.Trouble.PENDS_FOR_EVER)) {
              answer(answer, mine);
            }
          });
    }
    if (answer.length == 0) {
      return;
    }
    if (answer.length > SINGLE) {
      // The rest waits until the tool lets it come.
      longAnswer = answer;
      send(mine, 0x10 | answer.length >> 8, answer.length & 0xFF, answer, 0, SINGLE - 1);
    } else {
      send(mine, answer.length, -1, answer, 0, answer.length);
    }
  }

  private void goOn(int mine) {
    byte[] rest = longAnswer;
    longAnswer = new byte[0];
    int number = 1;
    for (int at = SINGLE - 1; at < rest.length; at += SINGLE) {
      send(mine, 0x20 | number++ & 0xF, -1, rest, at, Math.min(SINGLE, rest.length - at));
    }
  }

  private void send(int mine, int first, int second, byte[] of, int from, int count) {
    if (!link || mine != linkNumber || dice.nextDouble() < module.loses) {
      return;
    }
    int[] bytes = new int[8];
    int at = 0;
    bytes[at++] = first;
    if (second >= 0) {
      bytes[at++] = second;
    }
    for (int i = 0; i < count; i++) {
      bytes[at + i] = of[from + i] & 0xFF;
    }
    station.on(new LinkEvent.Seen(new StampedFrame(now, Frame.extended(0x18DA_F900, bytes))));
  }

  void run(double seconds) {
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
      look();
    }
  }

  private void look() {
    if (browser && told != null && link && now % 300_000 < 1_000) {
      station.say(told, Bench.ALIVE);
    }
    if (link && wrong.isEmpty() && !module.held.isEmpty() && station.holds().isEmpty()) {
      wrong = "nothing is shown as held at " + now + ", and this is: " + module.state();
    }
  }
}
