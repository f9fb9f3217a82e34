package hitchlamp.standin.module;

import hitchlamp.standin.fault.FaultMemory;
import java.io.ByteArrayOutputStream;

/** Fault information and its clearing (services 0x19 and 0x14 of ISO 14229-1, from memory). */
final class FaultServices {
  private static final double HOURS_STEP = 0.05;

  private final FaultMemory memory;
  private final boolean oddSnapshots;

  FaultServices(FaultMemory memory, boolean oddSnapshots) {
    this.memory = memory;
    this.oddSnapshots = oddSnapshots;
  }

  /** A fault as three bytes: SPN, low byte first, its top bits beside the FMI. */
  static void code(ByteArrayOutputStream out, int spn, int fmi) {
    out.write(spn);
    out.write(spn >>> 8);
    out.write(spn >>> 16 << 5 | fmi);
  }

  byte[] on(byte[] r) {
    if (r.length < 3) {
      return Services.refuse(r, 0x13);
    }
    return switch (r[1] & 0xFF) {
      case 0x01 -> count(r[2] & 0xFF);
      case 0x02 -> list(r[2] & 0xFF);
      case 0x04 -> ofOne(r, true);
      case 0x06 -> ofOne(r, false);
      default -> Services.refuse(r, 0x12);
    };
  }

  private static int status(FaultMemory.StoredFault k) {
    return (k.active() ? 0x03 : 0) | 0x08 | 0x20 | (k.active() ? 0x80 : 0);
  }

  /** How many, and that they are told in the format of SAE J1939-73. */
  private byte[] count(int mask) {
    long n = memory.kept().stream().filter(k -> (status(k) & mask) != 0).count();
    return new byte[] {0x59, 1, (byte) 0xAF, 2, (byte) (n >>> 8), (byte) n};
  }

  private byte[] list(int mask) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(0x59);
    out.write(2);
    out.write(0xAF);
    for (FaultMemory.StoredFault k : memory.kept()) {
      if ((status(k) & mask) != 0) {
        code(out, k.spn(), k.fmi());
        out.write(status(k));
      }
    }
    return out.toByteArray();
  }

  private byte[] ofOne(byte[] r, boolean snapshots) {
    if (r.length != 6) {
      return Services.refuse(r, 0x13);
    }
    for (FaultMemory.StoredFault k : memory.kept()) {
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
          out.writeBytes(Services.number(Math.round(k.firstHour() / HOURS_STEP), 4));
          out.writeBytes(Services.number(Math.round(k.lastHour() / HOURS_STEP), 4));
          out.write(k.warmUps());
        }
        return out.toByteArray();
      }
    }
    return Services.refuse(r, 0x31);
  }

  private void snapshots(ByteArrayOutputStream out, FaultMemory.StoredFault k) {
    int number = 1;
    for (byte[] s : k.snapshots()) {
      out.write(number++);
      if (oddSnapshots) {
        out.write(s[0]);
        out.writeBytes(new byte[] {0x77, 0x77, 1, 2, 3});
      } else {
        out.writeBytes(s);
      }
    }
  }
}
