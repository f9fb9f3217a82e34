package hitchlamp.standin.nmea;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import hitchlamp.standin.bus.SimBus;
import java.util.HashMap;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** A device on the vessel's network: claims its address, tells who it is, sends its groups. */
final class Talker {
  private static final int CLAIM = 0xEE00;
  private static final int EVERYBODY = 0xFF;
  private static final int PRODUCT_INFORMATION = 126996;
  private static final int ASKED_FOR = 59904;
  private static final int LONGEST_FRAME = 8;
  private static final long MARINE = 4L << 60;

  private final Agenda agenda;
  private final SimBus bus;
  private final int address;
  private final long name;
  private final String model;
  private final String software;
  private final BooleanSupplier powered;
  private final Map<Integer, Integer> sequences = new HashMap<>();
  private final SplittableRandom random;

  Talker(
      Agenda agenda,
      SimBus bus,
      int address,
      int function,
      String model,
      String software,
      BooleanSupplier powered,
      SplittableRandom random) {
    this.agenda = agenda;
    this.bus = bus;
    this.address = address;
    this.model = model;
    this.software = software;
    this.powered = powered;
    this.random = random;
    this.name = 900 + address | 0x601L << 21 | (long) function << 40 | MARINE | 1L << 63;
    bus.listen((stamped, sender) -> asked(stamped.frame()));
  }

  /** Sends a group for ever. */
  Talker sends(int pgn, int priority, long periodMicros, Supplier<byte[]> content) {
    agenda.every(
        random.nextLong(periodMicros), periodMicros, () -> send(pgn, priority, content.get()));
    return this;
  }

  /** Supply has come: claims, and tells who it is as a display would ask it to. */
  void wakes() {
    agenda.in(
        20_000 + random.nextLong(200_000),
        () -> {
          claim();
          product();
        });
  }

  private void asked(Frame f) {
    int format = f.identifier() >>> 16 & 0xFF;
    int to = f.identifier() >>> 8 & 0xFF;
    if (format != ASKED_FOR >> 8 || to != address && to != EVERYBODY || f.length() < 3) {
      return;
    }
    int pgn = f.at(0) | f.at(1) << 8 | f.at(2) << 16;
    if (pgn == CLAIM) {
      claim();
    } else if (pgn == PRODUCT_INFORMATION) {
      product();
    }
  }

  private void claim() {
    if (powered.getAsBoolean()) {
      bus.send(new Frame(6 << 26 | CLAIM << 8 | EVERYBODY << 8 | address, true, 8, name), this);
    }
  }

  private void product() {
    send(
        PRODUCT_INFORMATION,
        6,
        new Payload(134)
            .raw(2100, 2)
            .raw(4_000 + address, 2)
            .text(model, 32)
            .text(software, 32)
            .text("1", 32)
            .text("S" + (700_000 + address * 31), 32)
            .raw(1, 1)
            .raw(1, 1)
            .done());
  }

  private void send(int pgn, int priority, byte[] data) {
    if (!powered.getAsBoolean()) {
      return;
    }
    int id = priority << 26 | pgn << 8 | address;
    if (data.length <= LONGEST_FRAME) {
      int[] whole = new int[LONGEST_FRAME];
      for (int i = 0; i < LONGEST_FRAME; i++) {
        whole[i] = i < data.length ? data[i] & 0xFF : 0xFF;
      }
      bus.send(Frame.extended(id, whole), this);
      return;
    }
    int sequence = sequences.merge(pgn, 1, (was, one) -> was + one & 7);
    int sent = 0;
    for (int number = 0; sent < data.length; number++) {
      int[] frame = new int[LONGEST_FRAME];
      java.util.Arrays.fill(frame, 0xFF);
      frame[0] = sequence << 5 | number;
      int at = 1;
      if (number == 0) {
        frame[at++] = data.length;
      }
      while (at < LONGEST_FRAME && sent < data.length) {
        frame[at++] = data[sent++] & 0xFF;
      }
      bus.send(Frame.extended(id, frame), this);
    }
  }
}
