package hitchlamp.standin.unit;

import hitchlamp.standin.fault.FaultMemory;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.module.SimModule;
import java.io.ByteArrayOutputStream;
import java.util.function.DoubleSupplier;

/**
 * Values that the instruments freeze without diagnostic services: newer ones by a layout of their
 * own (DM24 and DM25), older ones in the old layout (DM4), both from memory of J1939-73.
 */
final class PlainFrozen {
  /** The module that keeps them. */
  static final String KEEPER = "instruments";

  private static final int SUPPORTED = 0x1C;
  private static final int[][] LAYOUT = {{190, 2}, {168, 2}, {84, 2}, {247, 4}};

  private final EngineModule engine;
  private final EngineState state;
  private final DoubleSupplier hours;
  private final boolean laidOut;

  PlainFrozen(EngineModule engine, EngineState state, DoubleSupplier hours, boolean laidOut) {
    this.engine = engine;
    this.state = state;
    this.hours = hours;
    this.laidOut = laidOut;
  }

  /** What is frozen now, low byte first. */
  byte[] values() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    if (laidOut) {
      put(out, Math.round(told(EngineSensors.SPEED) / 0.125), 2);
      put(out, Math.round(told(EngineSensors.BATTERY) / 0.05), 2);
      put(out, Math.round(told(EngineSensors.ROAD_SPEED) * 256), 2);
      put(out, Math.round(hours.getAsDouble() / 0.05), 4);
    } else {
      put(out, state.seenRunning() ? 1 : 0, 1);
      put(out, Math.round(charge() / 2), 1);
      put(out, Math.round(told(EngineSensors.SPEED) / 0.125), 2);
      put(out, Math.round(Math.min(125, state.loadShare * 100)), 1);
      put(out, Math.round(told(EngineSensors.COOLANT_TEMPERATURE) + 40), 1);
      put(out, Math.round(told(EngineSensors.ROAD_SPEED) * 256), 2);
    }
    return out.toByteArray();
  }

  /** What the instruments hear from the engine's module; 0 where it is an error. */
  private double told(int spn) {
    double value = engine.sensors().measured(spn);
    return Double.isNaN(value) ? 0 : value;
  }

  private double charge() {
    return Math.max(0, told(EngineSensors.INTAKE_PRESSURE) - told(EngineSensors.BAROMETER));
  }

  private static void put(ByteArrayOutputStream out, long counts, int bytes) {
    for (int i = 0; i < bytes; i++) {
      out.write((int) (counts >>> 8 * i));
    }
  }

  /** Lets a module answer with what its memory keeps. */
  void answer(SimModule m, FaultMemory memory) {
    if (laidOut) {
      m.answer(64950, PlainFrozen::layout);
      m.answer(64951, () -> frames(memory));
    } else {
      m.answer(65229, () -> frames(memory));
    }
  }

  private static byte[] layout() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int[] l : LAYOUT) {
      put(out, l[0], 2);
      out.write(l[0] >>> 16 << 5 | SUPPORTED);
      out.write(l[1]);
    }
    return out.toByteArray();
  }

  private static byte[] frames(FaultMemory memory) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (FaultMemory.StoredFault k : memory.kept()) {
      for (byte[] values : k.snapshots()) {
        out.write(values.length + 4);
        out.write(k.spn());
        out.write(k.spn() >>> 8);
        out.write(k.spn() >>> 16 << 5 | k.fmi());
        out.write(k.count());
        out.writeBytes(values);
      }
    }
    if (out.size() == 0) {
      out.writeBytes(new byte[5]);
    }
    return out.toByteArray();
  }
}
