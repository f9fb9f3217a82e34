package hitchlamp.standin.module;

import hitchlamp.core.bus.Frame;
import hitchlamp.standin.bus.Agenda;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.function.Consumer;

/**
 * The module's side of ISO 15765-2 segments (from memory): takes whole requests of one tester at a
 * time and sends answers with flow control.
 */
final class ServicePort {
  private static final int PHYSICAL = 0x18DA0000;
  private static final long WAIT_MICROS = 1_000_000;

  /** Takes a whole request of a tester. */
  interface Service {
    void asked(byte[] request, int tester);
  }

  private final int address;
  private final Agenda agenda;
  private final Consumer<Frame> send;
  private final Service service;
  private final Deque<byte[]> queued = new ArrayDeque<>();
  private byte[] in;
  private int inCount;
  private int inNext;
  private byte[] out;
  private int outCount;
  private int outNext;
  private int tester;
  private long turn;

  ServicePort(int address, Agenda agenda, Consumer<Frame> send, Service service) {
    this.address = address;
    this.agenda = agenda;
    this.send = send;
    this.service = service;
  }

  /** True while an answer is half out or a request half in. */
  boolean busy() {
    return in != null || out != null;
  }

  void reset() {
    in = null;
    out = null;
    queued.clear();
    turn++;
  }

  void hear(Frame f) {
    int from = f.identifier() & 0xFF;
    switch (f.at(0) >> 4) {
      case 0 -> {
        // A new message ends the one that is half in.
        in = null;
        int length = f.at(0) & 0xF;
        if (length >= 1 && length <= 7 && length < f.length()) {
          service.asked(Arrays.copyOfRange(f.bytes(), 1, 1 + length), from);
        }
      }
      case 1 -> {
        if (f.length() == 8) {
          in = new byte[(f.at(0) & 0xF) << 8 | f.at(1)];
          inCount = Math.min(6, in.length);
          System.arraycopy(f.bytes(), 2, in, 0, inCount);
          inNext = 1;
          say(from, 0x30, 0, 0, 0xFF, 0xFF, 0xFF, 0xFF, 0xFF);
        }
      }
      case 2 -> {
        if (in != null && (f.at(0) & 0xF) == inNext) {
          int count = Math.min(f.length() - 1, in.length - inCount);
          System.arraycopy(f.bytes(), 1, in, inCount, count);
          inCount += count;
          inNext = inNext + 1 & 0xF;
          if (inCount == in.length) {
            byte[] whole = in;
            in = null;
            service.asked(whole, from);
          }
        } else {
          in = null;
        }
      }
      case 3 -> flow(f, from);
      default -> {}
    }
  }

  void answer(byte[] data, int to) {
    if (out != null) {
      if (queued.size() < 4) {
        queued.add(data);
      }
      return;
    }
    if (data.length <= 7) {
      int[] bytes = new int[8];
      Arrays.fill(bytes, 0xFF);
      bytes[0] = data.length;
      for (int i = 0; i < data.length; i++) {
        bytes[1 + i] = data[i];
      }
      say(to, bytes);
      return;
    }
    out = data;
    tester = to;
    outCount = 6;
    outNext = 1;
    int[] bytes = new int[8];
    bytes[0] = 0x10 | data.length >> 8;
    bytes[1] = data.length;
    for (int i = 0; i < 6; i++) {
      bytes[2 + i] = data[i];
    }
    say(to, bytes);
    giveUpLater();
  }

  private void giveUpLater() {
    long mine = ++turn;
    agenda.in(
        WAIT_MICROS,
        () -> {
          if (mine == turn) {
            // Nobody takes the rest of it; what was asked meanwhile is answered.
            out = null;
            byte[] next = queued.poll();
            if (next != null) {
              answer(next, tester);
            }
          }
        });
  }

  private void flow(Frame f, int from) {
    if (out == null || from != tester) {
      return;
    }
    switch (f.at(0) & 0xF) {
      case 0 -> {
        turn++;
        int block = f.at(1) == 0 ? Integer.MAX_VALUE : f.at(1);
        long gap = f.at(2) <= 0x7F ? f.at(2) * 1_000L : 1_000;
        packets(block, Math.max(gap, 300));
      }
      case 1 -> giveUpLater();
      default -> {
        out = null;
        turn++;
      }
    }
  }

  private void packets(int block, long gap) {
    if (out == null) {
      return;
    }
    int[] bytes = new int[8];
    Arrays.fill(bytes, 0xFF);
    bytes[0] = 0x20 | outNext;
    outNext = outNext + 1 & 0xF;
    for (int i = 1; i < 8 && outCount < out.length; i++) {
      bytes[i] = out[outCount++];
    }
    say(tester, bytes);
    if (outCount == out.length) {
      out = null;
      if (!queued.isEmpty()) {
        answer(queued.poll(), tester);
      }
    } else if (block == 1) {
      giveUpLater();
    } else {
      agenda.in(gap, () -> packets(block == Integer.MAX_VALUE ? block : block - 1, gap));
    }
  }

  private void say(int to, int... bytes) {
    send.accept(Frame.extended(PHYSICAL | to << 8 | address, bytes));
  }
}
