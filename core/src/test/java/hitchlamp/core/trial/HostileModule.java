package hitchlamp.core.trial;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;

/** A module with controls and routines, and everything that may be wrong with it or its wire. */
final class HostileModule {
  static final long SESSION_MICROS = 5_000_000;
  private static final int NO = 0x22;
  private static final int PEDAL = 0x0102;
  private static final int FULL_PEDAL = 250;

  /** An engine that runs, as its module tells when it is asked: 600 rpm in eighths. */
  private static final int SPEED = 0x0100;

  private static final int RUNS = 4_800;
  private static final long PULLS_MICROS = 2_000_000;
  private static final int LONGEST_STATE = 4;
  private static final long COUNTS_MICROS = 400_000;
  private static final int PENDING = 0x78;
  private static final int NOTHING_RUNS = 0x24;

  /** Routines that run stand among what is held, above every identifier. */
  private static final int ROUTINES = 0x1_0000;

  /** What may be wrong with it. */
  enum Trouble {
    SILENT,
    REFUSES_SESSION,
    REFUSES_CONTROL,
    REFUSES_RELEASE,
    REFUSES_DEFAULT,
    PENDS_FOR_EVER,
    CONFIRMS_AND_DOES_NOT,
    DOES_AND_DOES_NOT_CONFIRM,
    READS_BACK_OTHERWISE,
    REFUSES_READS,
    ONE_AT_A_TIME,
    BREAKS_OFF,
    SAYS_NONSENSE
  }

  final Set<Trouble> troubles = new HashSet<>();
  final Map<Integer, byte[]> held = new TreeMap<>();
  double loses;
  long takes = 2_000;

  /** What the first control was set to, by the time from which on. */
  final TreeMap<Long, String> history = new TreeMap<>();

  /** When a control or a routine was last commanded. */
  long commandedAt = Long.MIN_VALUE;

  private final Map<Integer, Integer> widths;

  /** Routines that run until they are stopped or done, and tell how far they are. */
  final Set<Integer> runsAlone = new HashSet<>(Set.of(0x0401, 0x0410));

  /** So long they run, s. */
  int takesSeconds = 20;

  private long startedAt;
  private boolean extended;
  private long lastAsked = Long.MIN_VALUE / 2;

  /**
   * @param widths bytes of what is read, by identifier; of controls their state
   */
  HostileModule(Map<Integer, Integer> widths) {
    this.widths = widths;
    history.put(Long.MIN_VALUE, "");
  }

  void sound() {
    troubles.clear();
    loses = 0;
  }

  void anotherTrouble(SplittableRandom dice) {
    Trouble[] all = Trouble.values();
    troubles.add(all[dice.nextInt(all.length)]);
  }

  void time(long micros) {
    if (extended && micros - lastAsked >= SESSION_MICROS) {
      extended = false;
      giveBackAll(micros);
    }
  }

  private void giveBackAll(long micros) {
    held.clear();
    history.put(micros, "");
  }

  boolean has(Trouble t) {
    return troubles.contains(t);
  }

  private static byte[] refuse(byte[] r, int code) {
    return new byte[] {0x7F, r[0], (byte) code};
  }

  /** Takes a request; an empty answer is none. */
  byte[] on(byte[] r, long micros) {
    time(micros);
    if (has(Trouble.SILENT)) {
      return new byte[0];
    }
    lastAsked = micros;
    return switch (r[0] & 0xFF) {
      case 0x10 -> session(r, micros);
      case 0x22 -> read(r, micros);
      case 0x2F -> r[3] == 0 ? giveBack(r, micros) : take(r, micros);
      case 0x31 -> routine(r, micros);
      default -> new byte[0];
    };
  }

  private byte[] session(byte[] r, long micros) {
    boolean wanted = (r[1] & 0x7F) == 3;
    if (wanted && has(Trouble.REFUSES_SESSION) || !wanted && has(Trouble.REFUSES_DEFAULT)) {
      return refuse(r, NO);
    }
    extended = wanted;
    if (!extended) {
      giveBackAll(micros);
    }
    return new byte[] {0x50, r[1], 0, 50, 1, (byte) 0xF4};
  }

  /** Values of one identifier, or of several behind each other. */
  private byte[] read(byte[] r, long micros) {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.write(0x62);
    for (int at = 1; at + 1 < r.length; at += 2) {
      int id = (r[at] & 0xFF) << 8 | r[at + 1] & 0xFF;
      Integer width = widths.get(id);
      boolean several = r.length > 3 && has(Trouble.ONE_AT_A_TIME);
      if (width == null || several || has(Trouble.REFUSES_READS)) {
        return refuse(r, 0x31);
      }
      all.write(r[at]);
      all.write(r[at + 1]);
      all.writeBytes(value(id, width, micros));
    }
    return all.toByteArray();
  }

  private byte[] value(int id, int width, long micros) {
    byte[] out = new byte[width];
    byte[] state = held.getOrDefault(id, new byte[width]);
    System.arraycopy(state, 0, out, 0, Math.min(width, state.length));
    if (id == PEDAL) {
      // Somebody pulls for some seconds, again and again.
      out[0] = (byte) (micros / PULLS_MICROS % 2 == 0 ? 0 : FULL_PEDAL);
    }
    if (id == SPEED) {
      out[0] = RUNS >> 8;
      out[1] = (byte) RUNS;
    }
    if (width > LONGEST_STATE) {
      // What it counts and times goes on, and makes no sense.
      for (int i = 0; i < out.length; i++) {
        out[i] = (byte) (micros / COUNTS_MICROS >> (i == 0 ? 8 : 0) ^ (i > 1 ? 37 * i : 0));
      }
    }
    if (has(Trouble.READS_BACK_OTHERWISE)) {
      out[0] ^= 1;
    }
    return out;
  }

  private byte[] take(byte[] r, long micros) {
    commandedAt = micros;
    if (has(Trouble.PENDS_FOR_EVER)) {
      return refuse(r, 0x78);
    }
    if (!extended) {
      return refuse(r, 0x7F);
    }
    if (has(Trouble.REFUSES_CONTROL)) {
      return refuse(r, NO);
    }
    int id = (r[1] & 0xFF) << 8 | r[2] & 0xFF;
    if (!has(Trouble.CONFIRMS_AND_DOES_NOT)) {
      held.put(id, Arrays.copyOfRange(r, 4, r.length));
      history.put(micros, state());
    }
    return has(Trouble.DOES_AND_DOES_NOT_CONFIRM) ? new byte[0] : new byte[] {0x6F, r[1], r[2], 3};
  }

  private byte[] giveBack(byte[] r, long micros) {
    if (has(Trouble.PENDS_FOR_EVER)) {
      return refuse(r, 0x78);
    }
    if (has(Trouble.REFUSES_RELEASE)) {
      return refuse(r, NO);
    }
    held.remove((r[1] & 0xFF) << 8 | r[2] & 0xFF);
    history.put(micros, state());
    return new byte[] {0x6F, r[1], r[2], 0};
  }

  private byte[] routine(byte[] r, long micros) {
    int id = ROUTINES + ((r[2] & 0xFF) << 8 | r[3] & 0xFF);
    if (r[1] == 1) {
      commandedAt = micros;
    }
    if (has(Trouble.PENDS_FOR_EVER)) {
      return refuse(r, PENDING);
    }
    if (!extended) {
      return refuse(r, 0x7F);
    }
    if (r[1] == 2) {
      if (has(Trouble.REFUSES_RELEASE)) {
        return refuse(r, NO);
      }
      return held.remove(id) == null
          ? refuse(r, NOTHING_RUNS)
          : new byte[] {0x71, r[1], r[2], r[3]};
    }
    if (has(Trouble.REFUSES_CONTROL)) {
      return refuse(r, NO);
    }
    if (r[1] == 1 && runsAlone.contains(id - ROUTINES)) {
      startedAt = micros;
      held.put(id, new byte[] {1});
      return has(Trouble.DOES_AND_DOES_NOT_CONFIRM)
          ? new byte[0]
          : new byte[] {0x71, r[1], r[2], r[3]};
    }
    if (runsAlone.contains(id - ROUTINES)) {
      return howFar(r, id, micros);
    }
    return new byte[] {0x71, r[1], r[2], r[3]};
  }

  /** State, percent and reason of a routine that runs by itself. */
  private byte[] howFar(byte[] r, int id, long micros) {
    long percent = 100 * (micros - startedAt) / (takesSeconds * 1_000_000);
    if (has(Trouble.BREAKS_OFF)) {
      held.remove(id);
      return new byte[] {0x71, r[1], r[2], r[3], 2, (byte) 0xFF, 3};
    }
    if (has(Trouble.SAYS_NONSENSE)) {
      return new byte[] {0x71, r[1], r[2], r[3], 9};
    }
    if (percent >= 100) {
      held.remove(id);
    }
    boolean runs = held.containsKey(id);
    return new byte[] {
      0x71, r[1], r[2], r[3], (byte) (runs ? 1 : 0), (byte) Math.min(100, percent), 0
    };
  }

  /** What is held, in words that can be compared. */
  String state() {
    StringBuilder all = new StringBuilder();
    held.forEach((id, s) -> all.append(id).append(Arrays.toString(s)));
    return all.toString();
  }
}
