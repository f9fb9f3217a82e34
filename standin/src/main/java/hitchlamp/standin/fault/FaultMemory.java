package hitchlamp.standin.fault;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/**
 * The faults one module remembers, and the bytes in which it tells them (J1939-73 version 4, from
 * memory).
 */
public final class FaultMemory {
  /** Warm-ups without the fault after which an earlier one is forgotten. */
  static final int FORGET_AFTER_WARM_UPS = 40;

  private static final int MOST_WARM_UPS = 250;

  /** Warm-ups without the fault after which a permanent one is taken off. */
  static final int PERMANENT_WARM_UPS = 3;

  /** Snapshots kept of one fault: of the first occurrence and of the last two. */
  static final int MOST_SNAPSHOTS = 3;

  private static final int COUNT_CEILING = 126;
  private static final byte ALL_LAMPS = 0x55;

  /** A fault kept. */
  public static final class StoredFault {
    private final int spn;
    private final int fmi;
    private final Lamp lamp;
    private final boolean emission;
    private int count;
    private boolean active;
    private int warmUps;
    private double firstHour;
    private double lastHour;
    private final List<byte[]> snapshots = new ArrayList<>();

    StoredFault(int spn, int fmi, Lamp lamp, boolean emission) {
      this.spn = spn;
      this.fmi = fmi;
      this.lamp = lamp;
      this.emission = emission;
    }

    public int spn() {
      return spn;
    }

    public int fmi() {
      return fmi;
    }

    public int count() {
      return count;
    }

    public boolean active() {
      return active;
    }

    /** Engine hour at which it was set for the first time. */
    public double firstHour() {
      return firstHour;
    }

    /** Engine hour at which it was last active. */
    public double lastHour() {
      return lastHour;
    }

    /** Warm-ups since it was last active. */
    public int warmUps() {
      return warmUps;
    }

    /** Frozen values, the first occurrence first. */
    public List<byte[]> snapshots() {
      return snapshots;
    }
  }

  /** A permanent fault; no clear touches it, only warm-ups without the fault do. */
  private static final class Permanent {
    final StoredFault fault;
    int soundWarmUps;

    Permanent(StoredFault fault) {
      this.fault = fault;
    }
  }

  /** Lamp that a fault lights while it is active. */
  public enum Lamp {
    NONE(0),
    PROTECT(0x01),
    WARNING(0x04),
    STOP(0x10),
    MALFUNCTION(0x40);

    private final int bits;

    Lamp(int bits) {
      this.bits = bits;
    }
  }

  private final List<StoredFault> kept = new ArrayList<>();
  private final Set<Integer> pending = new LinkedHashSet<>();
  private final List<Permanent> permanent = new ArrayList<>();
  private final Map<Integer, Integer> failures = new TreeMap<>();
  private long changes;
  private long clears;
  private int warmUpsSinceClear;
  private double clearedHour = Double.NaN;
  private boolean testsLamps;

  /** Counts changes of the active list, so that the module tells them at once. */
  public long changes() {
    return changes;
  }

  /** Counts clears, so that monitors begin anew. */
  long clears() {
    return clears;
  }

  /** All lamps are commanded on, as at key-on, or no longer. */
  public void testLamps(boolean on) {
    testsLamps = on;
    changes++;
  }

  /** True where it commands a lamp on. */
  public boolean commands(Lamp lamp) {
    if (testsLamps) {
      return true;
    }
    for (StoredFault k : kept) {
      if (k.active && k.lamp == lamp) {
        return true;
      }
    }
    return false;
  }

  public List<StoredFault> kept() {
    return kept;
  }

  /** How often each SPN failed in the module's life, by SPN; no clear touches it. */
  public Map<Integer, Integer> failures() {
    return failures;
  }

  /** A life of so many shifts went before without a clear. */
  public void preceded(int shifts) {
    warmUpsSinceClear = Math.min(MOST_WARM_UPS, shifts);
  }

  /** Warm-ups since the last clear. */
  public int warmUpsSinceClear() {
    return warmUpsSinceClear;
  }

  /** Engine hour of the last clear; not a number where there was none. */
  public double clearedHour() {
    return clearedHour;
  }

  private StoredFault find(int spn, int fmi, Lamp lamp, boolean emission) {
    for (int i = 0; i < kept.size(); i++) {
      StoredFault k = kept.get(i);
      if (k.spn == spn && k.fmi == fmi) {
        return k;
      }
    }
    StoredFault fresh = new StoredFault(spn, fmi, lamp, emission);
    kept.add(fresh);
    return fresh;
  }

  void set(Monitor m, double hour) {
    StoredFault k = find(m.spn(), m.fmi(), m.lamp(), m.ofEmission());
    if (!k.active) {
      k.active = true;
      if (k.count == 0) {
        k.firstHour = hour;
      }
      k.count = Math.min(COUNT_CEILING, k.count + 1);
      failures.merge(k.spn, 1, Integer::sum);
      k.warmUps = 0;
      byte[] frozen = m.freeze();
      if (frozen.length > 0) {
        if (k.snapshots.size() == MOST_SNAPSHOTS) {
          k.snapshots.remove(1);
        }
        k.snapshots.add(frozen);
      }
      pending.remove(key(k.spn, k.fmi));
      if (k.emission && permanent.stream().noneMatch(p -> same(p.fault, k))) {
        permanent.add(new Permanent(k));
      }
      changes++;
    }
    k.lastHour = hour;
  }

  /** Remembers a fault that was there once, without a monitor of it. */
  public void remember(int spn, int fmi, int count, double firstHour, double lastHour) {
    StoredFault k = find(spn, fmi, Lamp.NONE, false);
    k.count = Math.min(COUNT_CEILING, count);
    k.firstHour = firstHour;
    k.lastHour = lastHour;
  }

  private static int key(int spn, int fmi) {
    return spn << 5 | fmi;
  }

  void ripens(Monitor m) {
    pending.add(key(m.spn(), m.fmi()));
  }

  void heal(int spn, int fmi) {
    if (!pending.isEmpty()) {
      pending.remove(key(spn, fmi));
    }
    for (int i = 0; i < kept.size(); i++) {
      StoredFault k = kept.get(i);
      if (k.spn == spn && k.fmi == fmi && k.active) {
        k.active = false;
        changes++;
      }
    }
  }

  /** The engine warmed up once more: earlier faults age. */
  public void warmedUp() {
    warmUpsSinceClear = Math.min(MOST_WARM_UPS, warmUpsSinceClear + 1);
    kept.removeIf(k -> !k.active && ++k.warmUps >= FORGET_AFTER_WARM_UPS);
    for (Permanent p : permanent) {
      boolean there = kept.stream().anyMatch(k -> k.active && same(k, p.fault));
      p.soundWarmUps = there ? 0 : p.soundWarmUps + 1;
    }
    permanent.removeIf(p -> p.soundWarmUps >= PERMANENT_WARM_UPS);
  }

  private static boolean same(StoredFault a, StoredFault b) {
    return a.spn == b.spn && a.fmi == b.fmi;
  }

  /** Everything is cleared but the permanent ones; monitors begin anew. */
  public void clear(double hour) {
    kept.clear();
    pending.clear();
    changes++;
    clears++;
    warmUpsSinceClear = 0;
    clearedHour = hour;
  }

  /** Earlier faults are cleared (DM3). */
  public void clearEarlier() {
    kept.removeIf(k -> !k.active);
  }

  /** What comes of clearing one fault alone. */
  public enum OneCleared {
    DONE,
    UNKNOWN,
    /** It stands in the other list. */
    ELSEWHERE
  }

  /** One fault is cleared alone; what is frozen with the others stays. */
  public OneCleared clearOne(int spn, int fmi, boolean active) {
    for (StoredFault k : kept) {
      if (k.spn == spn && k.fmi == fmi) {
        if (k.active != active) {
          return OneCleared.ELSEWHERE;
        }
        kept.remove(k);
        pending.remove(key(spn, fmi));
        changes++;
        return OneCleared.DONE;
      }
    }
    return OneCleared.UNKNOWN;
  }

  /** True where it keeps a fault, active or earlier. */
  public boolean keeps(int spn, int fmi) {
    return kept.stream().anyMatch(k -> k.spn == spn && k.fmi == fmi);
  }

  /** One fault is cleared alone wherever it stands (service 0x14 with its number). */
  public boolean clearOne(int spn, int fmi) {
    return clearOne(spn, fmi, true) == OneCleared.DONE
        || clearOne(spn, fmi, false) == OneCleared.DONE;
  }

  /** Data of DM29: how many faults each list has. */
  public byte[] counts() {
    int lit = 0;
    int earlier = 0;
    for (StoredFault k : kept) {
      lit += k.emission && k.active ? 1 : 0;
      earlier += k.emission && !k.active ? 1 : 0;
    }
    return new byte[] {
      0, (byte) pending.size(), (byte) lit, (byte) earlier, (byte) permanent.size()
    };
  }

  /** Data of DM31: which lamp each kept fault lights. */
  public byte[] lampsByFault() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (StoredFault k : kept) {
      code(out, k.spn, k.fmi, k.count);
      out.write(k.active ? k.lamp.bits : 0);
      out.write(0xFF);
    }
    if (out.size() == 0) {
      out.writeBytes(new byte[4]);
      out.write(0);
      out.write(0xFF);
    }
    return out.toByteArray();
  }

  /** Data of DM35: what fails at this moment, confirmed or not. */
  public byte[] failing(List<Monitor> monitors) {
    return bytes(
        monitors.stream()
            .filter(Monitor::bad)
            .map(m -> new StoredFault(m.spn(), m.fmi(), m.lamp(), m.ofEmission()))
            .toList());
  }

  /** Data of DM1 or DM2. */
  public byte[] message(boolean active) {
    byte[] data = list(k -> k.active == active);
    if (testsLamps) {
      data[0] = ALL_LAMPS;
    }
    return data;
  }

  /** Data of DM12 or DM23: emission faults, active or earlier. */
  public byte[] emissionMessage(boolean active) {
    return list(k -> k.emission && k.active == active);
  }

  /** Data of DM28: permanent faults. */
  public byte[] permanentMessage() {
    return bytes(permanent.stream().map(p -> p.fault).toList());
  }

  /** Data of DM27, or of DM6 where only emission faults are wanted. */
  public byte[] pendingMessage(boolean emissionOnly) {
    List<StoredFault> ripening = new ArrayList<>();
    if (!emissionOnly) {
      pending.forEach(key -> ripening.add(new StoredFault(key >> 5, key & 31, Lamp.NONE, false)));
    }
    return bytes(ripening);
  }

  private static void code(ByteArrayOutputStream out, int spn, int fmi, int count) {
    out.write(spn);
    out.write(spn >>> 8);
    out.write(spn >>> 16 << 5 | fmi);
    out.write(count);
  }

  private byte[] list(Predicate<StoredFault> which) {
    return bytes(kept.stream().filter(which).toList());
  }

  /** Every list tells how the lamps of the module are now, whatever it lists. */
  private byte[] bytes(List<StoredFault> faults) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int lit = 0;
    for (StoredFault k : kept) {
      lit |= k.active ? k.lamp.bits : 0;
    }
    out.write(lit);
    out.write(0xFF);
    for (StoredFault k : faults) {
      code(out, k.spn, k.fmi, k.count);
    }
    if (faults.isEmpty()) {
      out.writeBytes(new byte[4]);
    }
    if (faults.size() <= 1) {
      out.write(0xFF);
      out.write(0xFF);
    }
    return out.toByteArray();
  }
}
