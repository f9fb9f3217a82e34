package hitchlamp.standin.fault;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * The faults one module remembers, and the bytes in which it tells them (J1939-73 version 4, from
 * memory).
 */
public final class FaultMemory {
  /** Warm-ups without the fault after which an earlier one is forgotten. */
  static final int FORGET_AFTER_WARM_UPS = 40;

  private static final int COUNT_CEILING = 126;

  /** A fault kept. */
  public static final class Kept {
    private final int spn;
    private final int fmi;
    private final Lamp lamp;
    private int count;
    private boolean active;
    private int warmUps;
    private double lastHour;

    Kept(int spn, int fmi, Lamp lamp) {
      this.spn = spn;
      this.fmi = fmi;
      this.lamp = lamp;
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

    /** Engine hour at which it was last active. */
    public double lastHour() {
      return lastHour;
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

  private final List<Kept> kept = new ArrayList<>();
  private long changes;

  /** Counts changes of the active list, so that the module tells them at once. */
  public long changes() {
    return changes;
  }

  public List<Kept> kept() {
    return kept;
  }

  private Kept find(int spn, int fmi, Lamp lamp) {
    for (Kept k : kept) {
      if (k.spn == spn && k.fmi == fmi) {
        return k;
      }
    }
    Kept fresh = new Kept(spn, fmi, lamp);
    kept.add(fresh);
    return fresh;
  }

  void set(int spn, int fmi, Lamp lamp, double hour) {
    Kept k = find(spn, fmi, lamp);
    if (!k.active) {
      k.active = true;
      k.count = Math.min(COUNT_CEILING, k.count + 1);
      k.warmUps = 0;
      changes++;
    }
    k.lastHour = hour;
  }

  void heal(int spn, int fmi) {
    for (Kept k : kept) {
      if (k.spn == spn && k.fmi == fmi && k.active) {
        k.active = false;
        changes++;
      }
    }
  }

  /** The engine warmed up once more: earlier faults age. */
  public void warmedUp() {
    kept.removeIf(k -> !k.active && ++k.warmUps >= FORGET_AFTER_WARM_UPS);
  }

  /** Data of DM1 or DM2. */
  public byte[] message(boolean active) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int lamps = 0;
    for (Kept k : kept) {
      lamps |= k.active ? k.lamp.bits : 0;
    }
    out.write(active ? lamps : 0);
    out.write(0xFF);
    int count = 0;
    for (Kept k : kept) {
      if (k.active == active) {
        out.write(k.spn);
        out.write(k.spn >>> 8);
        out.write(k.spn >>> 16 << 5 | k.fmi);
        out.write(k.count);
        count++;
      }
    }
    if (count == 0) {
      out.writeBytes(new byte[4]);
    }
    if (count <= 1) {
      out.write(0xFF);
      out.write(0xFF);
    }
    return out.toByteArray();
  }
}
