package hitchlamp.core.fault;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.FreezeFrames;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Turns the frozen frames of DM25 and DM4 into snapshots, with the scalings of the pack. */
final class FreezeReader {
  /** Values of DM4 behind the fault, in order (J1939-73, from memory). */
  private static final List<Parameter> OLD_HEAD =
      List.of(
          plain(899, FaultWords.say("engine-torque-mode"), 8, 1, 0, Unit.ONE),
          plain(102, FaultWords.say("engine-intake-manifold-1-pressure"), 8, 2, 0, Unit.KILOPASCAL),
          plain(190, FaultWords.say("engine-speed"), 16, 0.125, 0, Unit.RPM),
          plain(92, FaultWords.say("engine-load-at-current-speed"), 8, 1, 0, Unit.PERCENT),
          plain(110, FaultWords.say("engine-coolant-temperature"), 8, 1, -40, Unit.CELSIUS),
          plain(
              84,
              FaultWords.say("wheel-based-vehicle-speed"),
              16,
              1 / 256.0,
              0,
              Unit.KILOMETRE_PER_HOUR));

  private FreezeReader() {}

  private static Parameter plain(
      int spn, String name, int bits, double scale, double offset, Unit unit) {
    return new Parameter(spn, name, 0, 0, bits, scale, offset, unit);
  }

  /** A frame with its values. */
  record Frozen(FreezeFrames.Frame frame, Snapshot snapshot) {}

  /** Frames that were read, and what did not fit. */
  record Read(List<Frozen> frames, Optional<String> garbled) {}

  /** Reads DM25. */
  static Read laidOut(
      byte[] data, List<FreezeFrames.Support> layout, Pack pack, ConversionVersion old) {
    List<Parameter> values = new ArrayList<>();
    int bytes = 0;
    for (FreezeFrames.Support s : layout) {
      if (s.frozen()) {
        values.add(scaled(s, pack));
        bytes += s.bytes();
      }
    }
    return read(FreezeFrames.of(data, bytes, false, old), values);
  }

  /** What the pack knows of a parameter; bare counts where it has none of this length. */
  private static Parameter scaled(FreezeFrames.Support s, Pack pack) {
    Parameter p = pack.parameters().get(s.spn());
    return p != null && p.bits() == 8 * s.bytes()
        ? p
        : plain(s.spn(), pack.spnText(s.spn()) + ", counts", 8 * s.bytes(), 1, 0, Unit.ONE);
  }

  /** Reads DM4, with the maker's tail as far as the frames have it. */
  static Read old(byte[] data, Pack pack, ConversionVersion old) {
    List<Parameter> values = new ArrayList<>(OLD_HEAD);
    values.addAll(pack.freezeTail());
    return read(FreezeFrames.of(data, FreezeFrames.OLD_HEAD_BYTES, true, old), values);
  }

  private static Read read(FreezeFrames frames, List<Parameter> values) {
    List<Frozen> read = new ArrayList<>();
    for (FreezeFrames.Frame f : frames.frames()) {
      read.add(new Frozen(f, new Snapshot(read.size() + 1, values(f.data(), values))));
    }
    return new Read(List.copyOf(read), frames.garbled());
  }

  private static List<Parameter.Reading> values(byte[] data, List<Parameter> values) {
    List<Parameter.Reading> readings = new ArrayList<>();
    int at = 0;
    for (Parameter p : values) {
      int bytes = p.bits() / 8;
      if (at + bytes > data.length) {
        break;
      }
      long raw = 0;
      for (int i = bytes - 1; i >= 0; i--) {
        raw = raw << 8 | data[at + i] & 0xFF;
      }
      at += bytes;
      if (p.bits() <= 32) {
        readings.add(new Parameter.Reading(p, raw, RawValue.of(raw, p.bits()), 0));
      }
    }
    return List.copyOf(readings);
  }

  /** Keeps frames with their faults: several of one fault in the order of the message. */
  static void keep(Read read, Map<Long, List<Snapshot>> byFault) {
    for (Frozen f : read.frames()) {
      long key = (long) f.frame().dtc().spn() << 5 | f.frame().dtc().fmi();
      byFault.computeIfAbsent(key, k -> new ArrayList<>()).add(f.snapshot());
    }
  }
}
