package hitchlamp.standin.module;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;

/**
 * The diagnostic services of a module (ISO 14229-1, from memory): sessions, fault information,
 * identifiers that are read and written, outputs that a tester takes, routines, and a self-test of
 * the circuits among these.
 */
public final class Services {
  /** Identifier of the module's own hours, 0.05 h a count. */
  public static final int HOURS = 0x0110;

  /** Routine that tests the circuits. */
  public static final int SELF_TEST = 0x0203;

  private static final long SESSION_MICROS = 5_000_000;
  private static final double SELF_TEST_SECONDS = 4;
  private static final long PENDING_EVERY_MICROS = 1_500_000;
  private static final int QUIET = 0x80;
  private static final int ALL_FAULTS = 0xFFFFFF;
  private static final long SHORTEST_MICROS = 3_000;
  private static final long QUICK_MICROS = 25_000;
  private static final long LOOKS_MICROS = 50_000;
  private static final int MOST_IDENTIFIERS = 8;

  /** An output that a tester can take into its hand while a session is open. */
  public interface Control {
    /**
     * Takes it.
     *
     * @param state what the tester wants, as many bytes as it sent
     * @return 0 where it is done, else the negative response code
     */
    int take(byte[] state);

    /** What is set now, as it is read back. */
    byte[] state();

    /** The module has it again. */
    void giveBack();
  }

  private static final double HOURS_STEP = 0.05;

  /** How it misbehaves. */
  public record Trouble(boolean keepsFaults, boolean pendsForEver, boolean oddSnapshots) {
    public static final Trouble NONE = new Trouble(false, false, false);
  }

  private final Agenda agenda;
  private final FaultMemory memory;
  private final List<Monitor> circuits;
  private final BooleanSupplier engineRuns;
  private final DoubleSupplier hours;
  private final Trouble trouble;
  private final Map<Integer, Supplier<byte[]>> identifiers = new HashMap<>();
  private final Map<Integer, ToIntFunction<byte[]>> writable = new HashMap<>();
  private final Routines routines;
  private final FaultServices faults;
  private final Map<Integer, Control> controls = new HashMap<>();
  private final java.util.Set<Integer> held = new java.util.TreeSet<>();
  private IntConsumer cleared = tester -> {};
  private ServicePort port;
  private SplittableRandom random;
  private long leastDelay;
  private long mostDelay;
  private boolean extended;
  private long delayed;
  private long lastAsked;

  /**
   * @param circuits monitors that the self-test runs
   * @param hours the module's own clock
   */
  public Services(
      Agenda agenda,
      FaultMemory memory,
      List<Monitor> circuits,
      BooleanSupplier engineRuns,
      DoubleSupplier hours,
      Trouble trouble) {
    this.agenda = agenda;
    this.memory = memory;
    this.circuits = circuits;
    this.engineRuns = engineRuns;
    this.hours = hours;
    this.trouble = trouble;
    faults = new FaultServices(memory, trouble.oddSnapshots);
    routines =
        new Routines(agenda, this::inSession, (answer, tester) -> port.answer(answer, tester));
    if (!circuits.isEmpty()) {
      routines.add(SELF_TEST, new SelfTest());
    }
    identifiers.put(HOURS, () -> number(Math.round(hours.getAsDouble() / HOURS_STEP), 4));
  }

  /** A value that can be read. */
  public Services identifier(int id, Supplier<byte[]> value) {
    identifiers.put(id, value);
    return this;
  }

  /** A routine. */
  public Services routine(int id, Routine what) {
    routines.add(id, what);
    return this;
  }

  /**
   * A value that can be written in an open session.
   *
   * @param take takes the bytes and gives 0 or the negative response code
   */
  public Services written(int id, ToIntFunction<byte[]> take) {
    writable.put(id, take);
    return this;
  }

  /** An output that a tester can take, and whose state can be read. */
  public Services control(int id, Control what) {
    controls.put(id, what);
    identifiers.put(id, what::state);
    return this;
  }

  /** Everything that a tester holds is the module's again. */
  public void giveBackAll() {
    held.forEach(id -> controls.get(id).giveBack());
    held.clear();
  }

  /** The supply is gone: nothing goes on. */
  void supplyGone() {
    giveBackAll();
    routines.sessionEnded(true);
    extended = false;
  }

  /** Told of each clear with the tester's address, before it is done. */
  public Services whenCleared(IntConsumer what) {
    cleared = what;
    return this;
  }

  void on(ServicePort port, SplittableRandom random, long leastDelay, long mostDelay) {
    this.port = port;
    this.random = random;
    this.leastDelay = leastDelay;
    this.mostDelay = Math.max(leastDelay + 1, mostDelay);
  }

  /** True while a session other than the default one is open. */
  public boolean inSession() {
    return extended && agenda.now() - lastAsked < SESSION_MICROS;
  }

  /** Sum of the times taken before answers, microseconds. */
  long delayed() {
    return delayed;
  }

  void asked(byte[] r, int tester) {
    if (agenda.now() - lastAsked > SESSION_MICROS) {
      extended = false;
    }
    lastAsked = agenda.now();
    long delay = quick(r) ? briefly() : random.nextLong(leastDelay, mostDelay);
    delayed += delay;
    if (trouble.pendsForEver && (r[0] & 0xFF) == 0x19) {
      agenda.in(delay, () -> pendForEver(r, tester, 0));
      return;
    }
    agenda.in(
        delay,
        () -> {
          byte[] answer = answer(r, tester);
          if (answer.length > 0) {
            port.answer(answer, tester);
          }
        });
  }

  /** Sessions and controls are done at once, and values told quickly to who has a session open. */
  private boolean quick(byte[] r) {
    int service = r[0] & 0xFF;
    return service == 0x2F || service == 0x10 || service == 0x3E || service == 0x22 && extended;
  }

  private long briefly() {
    return random.nextLong(
        SHORTEST_MICROS, Math.min(QUICK_MICROS, Math.max(SHORTEST_MICROS + 1, mostDelay)));
  }

  /** True where the tester wants no answer to what goes well. */
  private static boolean quiet(byte[] r) {
    return r.length > 1 && (r[1] & QUIET) != 0;
  }

  private void pendForEver(byte[] r, int tester, int times) {
    port.answer(refuse(r, 0x78), tester);
    if (times < 60) {
      agenda.in(PENDING_EVERY_MICROS, () -> pendForEver(r, tester, times + 1));
    }
  }

  private byte[] answer(byte[] r, int tester) {
    return switch (r[0] & 0xFF) {
      case 0x10 -> session(r);
      case 0x3E -> quiet(r) ? new byte[0] : new byte[] {0x7E, 0};
      case 0x22 -> read(r);
      case 0x2E -> write(r);
      case 0x19 -> faults.on(r);
      case 0x14 -> clear(r, tester);
      case 0x2F -> control(r);
      case 0x31 -> routines.on(r, tester);
      default -> refuse(r, 0x11);
    };
  }

  static byte[] refuse(byte[] r, int code) {
    return new byte[] {0x7F, r[0], (byte) code};
  }

  private byte[] session(byte[] r) {
    if (r.length != 2) {
      return refuse(r, 0x13);
    }
    int wanted = r[1] & 0x7F;
    if (wanted != 1 && wanted != 3) {
      return refuse(r, 0x12);
    }
    extended = wanted == 3;
    if (!extended) {
      giveBackAll();
      routines.sessionEnded(false);
    }
    if (quiet(r)) {
      return new byte[0];
    }
    return new byte[] {0x50, r[1], 0, (byte) 200, 1, (byte) 0xF4};
  }

  private byte[] read(byte[] r) {
    if (r.length < 3 || r.length % 2 == 0 || r.length > 1 + 2 * MOST_IDENTIFIERS) {
      return refuse(r, 0x13);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(0x62);
    for (int at = 1; at < r.length; at += 2) {
      Supplier<byte[]> value = identifiers.get((r[at] & 0xFF) << 8 | r[at + 1] & 0xFF);
      if (value != null) {
        out.write(r[at]);
        out.write(r[at + 1]);
        out.writeBytes(value.get());
      } else if (r.length == 3) {
        return refuse(r, 0x31);
      }
    }
    return out.size() == 1 ? refuse(r, 0x31) : out.toByteArray();
  }

  private byte[] write(byte[] r) {
    if (r.length < 4) {
      return refuse(r, 0x13);
    }
    ToIntFunction<byte[]> take = writable.get((r[1] & 0xFF) << 8 | r[2] & 0xFF);
    if (take == null) {
      return refuse(r, 0x31);
    }
    if (!inSession()) {
      return refuse(r, 0x7F);
    }
    int code = take.applyAsInt(Arrays.copyOfRange(r, 3, r.length));
    return code == 0 ? new byte[] {0x6E, r[1], r[2]} : refuse(r, code);
  }

  private byte[] control(byte[] r) {
    if (r.length < 4) {
      return refuse(r, 0x13);
    }
    int id = (r[1] & 0xFF) << 8 | r[2] & 0xFF;
    Control control = controls.get(id);
    if (control == null) {
      return refuse(r, 0x31);
    }
    int wish = r[3] & 0xFF;
    if (wish == 0) {
      if (held.remove(id)) {
        control.giveBack();
      }
      return new byte[] {0x6F, r[1], r[2], 0};
    }
    if (wish != 3) {
      return refuse(r, 0x12);
    }
    if (!inSession()) {
      return refuse(r, 0x7F);
    }
    int code = control.take(Arrays.copyOfRange(r, 4, r.length));
    if (code != 0) {
      return refuse(r, code);
    }
    if (held.isEmpty()) {
      agenda.in(LOOKS_MICROS, this::looks);
    }
    held.add(id);
    return new byte[] {0x6F, r[1], r[2], 3};
  }

  /** While something is held the module looks whether its session still stands. */
  private void looks() {
    if (held.isEmpty()) {
      return;
    }
    if (inSession()) {
      agenda.in(LOOKS_MICROS, this::looks);
    } else {
      giveBackAll();
    }
  }

  private byte[] clear(byte[] r, int tester) {
    if (r.length != 4) {
      return refuse(r, 0x13);
    }
    if (engineRuns.getAsBoolean()) {
      return refuse(r, 0x83);
    }
    int group = (r[1] & 0xFF) << 16 | (r[2] & 0xFF) << 8 | r[3] & 0xFF;
    if (group != ALL_FAULTS) {
      int spn = r[1] & 0xFF | (r[2] & 0xFF) << 8 | (r[3] >> 5 & 7) << 16;
      boolean kept = memory.keeps(spn, r[3] & 31);
      if (kept && !trouble.keepsFaults) {
        memory.clearOne(spn, r[3] & 31);
      }
      return kept ? new byte[] {0x54} : refuse(r, 0x31);
    }
    cleared.accept(tester);
    if (!trouble.keepsFaults) {
      memory.clear(hours.getAsDouble());
    }
    return new byte[] {0x54};
  }

  /** The self-test of the circuits: its answer comes when it is done. */
  private final class SelfTest implements Routine {
    private byte[] found = new byte[0];

    @Override
    public double seconds() {
      return SELF_TEST_SECONDS;
    }

    @Override
    public int start(int tester) {
      return engineRuns.getAsBoolean() ? 0x83 : 0;
    }

    @Override
    public void ends() {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      circuits.stream()
          .filter(Monitor::failsNow)
          .forEach(m -> FaultServices.code(out, m.spn(), m.fmi()));
      found = out.toByteArray();
    }

    @Override
    public byte[] results() {
      return found;
    }

    @Override
    public boolean pends() {
      return true;
    }

    @Override
    public boolean outlivesSession() {
      return true;
    }
  }

  /** A number, high byte first. */
  public static byte[] number(long value, int bytes) {
    byte[] out = new byte[bytes];
    for (int i = 0; i < bytes; i++) {
      out[i] = (byte) (value >>> 8 * (bytes - 1 - i));
    }
    return out;
  }
}
