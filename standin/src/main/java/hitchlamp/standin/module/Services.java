package hitchlamp.standin.module;

import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.fault.Monitor;
import java.io.ByteArrayOutputStream;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.IntConsumer;
import java.util.function.Supplier;

/**
 * The diagnostic services of a module (ISO 14229-1, from memory): sessions, fault information,
 * clear, identifiers, and a self-test of its circuits as a routine.
 */
public final class Services {
  /** Identifier of the module's own hours, 0.05 h a count. */
  public static final int HOURS = 0x0110;

  /** Routine that tests the circuits. */
  public static final int SELF_TEST = 0x0203;

  private static final long SESSION_MICROS = 5_000_000;
  private static final long SELF_TEST_MICROS = 4_000_000;
  private static final long PENDING_EVERY_MICROS = 1_500_000;
  private static final int QUIET = 0x80;
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
  private final Map<Integer, IntConsumer> routines = new HashMap<>();
  private IntConsumer cleared = tester -> {};
  private ServicePort port;
  private SplittableRandom random;
  private long leastDelay;
  private long mostDelay;
  private boolean extended;
  private long lastAsked;
  private byte[] selfTest;

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
    identifiers.put(HOURS, () -> number(Math.round(hours.getAsDouble() / HOURS_STEP), 4));
  }

  /** A value that can be read. */
  public Services identifier(int id, Supplier<byte[]> value) {
    identifiers.put(id, value);
    return this;
  }

  /** A routine that is done at once in an open session; it is told the tester's address. */
  public Services routine(int id, IntConsumer what) {
    routines.put(id, what);
    return this;
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

  void asked(byte[] r, int tester) {
    if (agenda.now() - lastAsked > SESSION_MICROS) {
      extended = false;
    }
    lastAsked = agenda.now();
    long delay = random.nextLong(leastDelay, mostDelay);
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
      case 0x19 -> faults(r);
      case 0x14 -> clear(r, tester);
      case 0x31 -> routine(r, tester);
      default -> refuse(r, 0x11);
    };
  }

  private static byte[] refuse(byte[] r, int code) {
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
    if (quiet(r)) {
      return new byte[0];
    }
    return new byte[] {0x50, r[1], 0, (byte) 200, 1, (byte) 0xF4};
  }

  private byte[] read(byte[] r) {
    if (r.length != 3) {
      return refuse(r, 0x13);
    }
    Supplier<byte[]> value = identifiers.get((r[1] & 0xFF) << 8 | r[2] & 0xFF);
    if (value == null) {
      return refuse(r, 0x31);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(0x62);
    out.write(r[1]);
    out.write(r[2]);
    out.writeBytes(value.get());
    return out.toByteArray();
  }

  private byte[] faults(byte[] r) {
    if (r.length < 3) {
      return refuse(r, 0x13);
    }
    return switch (r[1] & 0xFF) {
      case 0x02 -> list(r[2] & 0xFF);
      case 0x04 -> ofOne(r, true);
      case 0x06 -> ofOne(r, false);
      default -> refuse(r, 0x12);
    };
  }

  private static int status(FaultMemory.Kept k) {
    return (k.active() ? 0x03 : 0) | 0x08 | 0x20 | (k.active() ? 0x80 : 0);
  }

  private static void code(ByteArrayOutputStream out, int spn, int fmi) {
    out.write(spn);
    out.write(spn >>> 8);
    out.write(spn >>> 16 << 5 | fmi);
  }

  private byte[] list(int mask) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(0x59);
    out.write(2);
    out.write(0xAF);
    for (FaultMemory.Kept k : memory.kept()) {
      if ((status(k) & mask) != 0) {
        code(out, k.spn(), k.fmi());
        out.write(status(k));
      }
    }
    return out.toByteArray();
  }

  private byte[] ofOne(byte[] r, boolean snapshots) {
    if (r.length != 6) {
      return refuse(r, 0x13);
    }
    for (FaultMemory.Kept k : memory.kept()) {
      ByteArrayOutputStream code = new ByteArrayOutputStream();
      code(code, k.spn(), k.fmi());
      byte[] three = code.toByteArray();
      if (three[0] == r[2] && three[1] == r[3] && three[2] == r[4]) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(0x59);
        out.write(r[1]);
        out.writeBytes(three);
        out.write(status(k));
        if (snapshots) {
          snapshots(out, k);
        } else {
          out.write(1);
          out.write(k.count());
          out.writeBytes(number(Math.round(k.firstHour() / HOURS_STEP), 4));
          out.writeBytes(number(Math.round(k.lastHour() / HOURS_STEP), 4));
          out.write(k.warmUps());
        }
        return out.toByteArray();
      }
    }
    return refuse(r, 0x31);
  }

  private void snapshots(ByteArrayOutputStream out, FaultMemory.Kept k) {
    int number = 1;
    for (byte[] s : k.snapshots()) {
      out.write(number++);
      if (trouble.oddSnapshots) {
        out.write(s[0]);
        out.writeBytes(new byte[] {0x77, 0x77, 1, 2, 3});
      } else {
        out.writeBytes(s);
      }
    }
  }

  private byte[] clear(byte[] r, int tester) {
    if (r.length != 4) {
      return refuse(r, 0x13);
    }
    if (engineRuns.getAsBoolean()) {
      return refuse(r, 0x83);
    }
    cleared.accept(tester);
    if (!trouble.keepsFaults) {
      memory.clear(hours.getAsDouble());
    }
    return new byte[] {0x54};
  }

  private byte[] routine(byte[] r, int tester) {
    if (r.length < 4) {
      return refuse(r, 0x13);
    }
    int id = (r[2] & 0xFF) << 8 | r[3] & 0xFF;
    if (routines.containsKey(id) && r[1] == 1) {
      if (!inSession()) {
        return refuse(r, 0x7F);
      }
      routines.get(id).accept(tester);
      return new byte[] {0x71, 1, r[2], r[3]};
    }
    if (id != SELF_TEST || circuits.isEmpty()) {
      return refuse(r, 0x31);
    }
    if (!inSession()) {
      return refuse(r, 0x7F);
    }
    if (r[1] == 3) {
      return selfTest == null ? refuse(r, 0x24) : selfTest;
    }
    if (r[1] != 1) {
      return refuse(r, 0x12);
    }
    if (engineRuns.getAsBoolean()) {
      return refuse(r, 0x83);
    }
    agenda.in(PENDING_EVERY_MICROS, () -> port.answer(refuse(r, 0x78), tester));
    agenda.in(
        SELF_TEST_MICROS,
        () -> {
          ByteArrayOutputStream out = new ByteArrayOutputStream();
          out.writeBytes(new byte[] {0x71, 3, r[2], r[3]});
          circuits.stream().filter(Monitor::failsNow).forEach(m -> code(out, m.spn(), m.fmi()));
          selfTest = out.toByteArray();
          port.answer(new byte[] {0x71, 1, r[2], r[3]}, tester);
        });
    return refuse(r, 0x78);
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
