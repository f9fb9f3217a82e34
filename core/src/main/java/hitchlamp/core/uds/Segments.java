package hitchlamp.core.uds;

import hitchlamp.core.bus.Frame;
import java.util.Arrays;
import java.util.function.Consumer;

/**
 * One side of a conversation in ISO 15765-2 segments: sends payloads of 1 to {@link #MOST_BYTES}
 * bytes and puts received ones together, with flow control and the time-outs of the standard (from
 * memory: N_Bs and N_Cr 1,000 ms).
 */
public final class Segments {
  /** Largest payload taken or sent: what a 12-bit length can say. Bounds the memory of one side. */
  public static final int MOST_BYTES = 4_095;

  /** Longest wait for a flow control, and for a consecutive frame. */
  public static final long WAIT_MICROS = 1_000_000;

  /** "Wait" flow controls in a row before the other side is given up. */
  public static final int MOST_WAITS = 10;

  private static final int PHYSICAL = 0x18DA0000;
  private static final int SINGLE = 0;
  private static final int FIRST = 1;
  private static final int CONSECUTIVE = 2;
  private static final int FLOW = 3;
  private static final int CONTINUE = 0;
  private static final int HOLD_ON = 1;
  private static final int OVERFLOW = 2;
  private static final int IN_SINGLE = 7;
  private static final long TWICE_MICROS = 10_000;
  private static final int IN_FIRST = 6;
  private static final byte FILLER = (byte) 0xFF;
  private static final int LONGEST_GAP_MILLIS = 0x7F;
  private static final int HUNDRED_MICROS_FROM = 0xF1;
  private static final int HUNDRED_MICROS_TO = 0xF9;

  /** Why a payload did not get through whole. */
  public enum Broke {
    /** No flow control came in time. */
    NO_FLOW_CONTROL,
    /** "Wait" was said too often. */
    TOO_MANY_WAITS,
    /** The other side has no room for it. */
    OVERFLOW,
    /** A flow control or a length that the standard does not know. */
    NONSENSE,
    /** A consecutive frame did not come in time. */
    FELL_SILENT,
    /** A consecutive frame had another number than the next one. */
    WRONG_SEQUENCE,
    /** The other side began anew before the last payload was whole. */
    REPLACED,
    /** It is longer than {@link #MOST_BYTES}. */
    TOO_LONG
  }

  /** Told what comes of it. */
  public interface Listener {
    /** A whole payload came. */
    void received(byte[] payload, long micros);

    /** The last frame of our payload was handed to the bus. */
    void sent(long micros);

    /** A payload, ours or theirs, did not get through. */
    void broke(Broke why, boolean ours, long micros);
  }

  private final int toThem;
  private final int toUs;
  private final Consumer<Frame> send;
  private final Listener listener;
  private byte[] sending;
  private int sent;
  private int sequence;
  private int blockLeft;
  private boolean awaitsFlow;
  private int waits;
  private long gapMicros;
  private long sendDeadline = Long.MAX_VALUE;
  private byte[] receiving;
  private int received;
  private int expected;
  private Frame last;
  private long lastMicros;
  private long receiveDeadline = Long.MAX_VALUE;

  /**
   * @param own our address, 0 to 253
   * @param other theirs
   */
  public Segments(int own, int other, Consumer<Frame> send, Listener listener) {
    this.toThem = PHYSICAL | other << 8 | own;
    this.toUs = PHYSICAL | own << 8 | other;
    this.send = send;
    this.listener = listener;
  }

  /** The one frame of a payload of at most 7 bytes, for what wants no answer. */
  public static Frame single(int own, int other, byte[] payload) {
    if (payload.length == 0 || payload.length > IN_SINGLE) {
      throw new IllegalArgumentException("one frame holds 1 to 7 bytes, not " + payload.length);
    }
    byte[] data = new byte[8];
    Arrays.fill(data, FILLER);
    data[0] = (byte) payload.length;
    System.arraycopy(payload, 0, data, 1, payload.length);
    return Frame.extended(PHYSICAL | other << 8 | own, data);
  }

  /** Address of the other side whose frames this one wants. */
  public int other() {
    return toUs & 0xFF;
  }

  /** True while a payload of theirs is half here. */
  public boolean receiving() {
    return receiving != null;
  }

  /** True while our payload waits for flow control or its next frame. */
  public boolean sending() {
    return sending != null;
  }

  /** Sends a payload, in place of one under way. */
  public void send(byte[] payload, long micros) {
    if (payload.length == 0 || payload.length > MOST_BYTES) {
      throw new IllegalArgumentException(
          "a payload has 1 to " + MOST_BYTES + " bytes, not " + payload.length);
    }
    if (payload.length <= IN_SINGLE) {
      sending = null;
      byte[] data = filled();
      data[0] = (byte) payload.length;
      System.arraycopy(payload, 0, data, 1, payload.length);
      put(data);
      listener.sent(micros);
      return;
    }
    sending = payload.clone();
    byte[] data = filled();
    data[0] = (byte) (FIRST << 4 | payload.length >> 8);
    data[1] = (byte) payload.length;
    System.arraycopy(payload, 0, data, 2, IN_FIRST);
    sent = IN_FIRST;
    sequence = 1;
    waits = 0;
    awaitFlow(micros);
    put(data);
  }

  private void awaitFlow(long micros) {
    awaitsFlow = true;
    sendDeadline = micros + WAIT_MICROS;
  }

  private static byte[] filled() {
    byte[] data = new byte[8];
    Arrays.fill(data, FILLER);
    return data;
  }

  private void put(byte[] data) {
    send.accept(Frame.extended(toThem, data));
  }

  /** A frame of ours was seen on the bus: from then on their time runs. */
  public void carried(long micros) {
    if (sending != null && awaitsFlow) {
      sendDeadline = Math.max(sendDeadline, micros + WAIT_MICROS);
    }
  }

  /** Takes a frame of the bus; those of others are left alone. */
  public void accept(Frame f, long micros) {
    if (f.identifier() != toUs || !f.extended() || f.length() == 0) {
      return;
    }
    switch (f.at(0) >> 4) {
      case SINGLE -> single(f, micros);
      case FIRST -> first(f, micros);
      case CONSECUTIVE -> consecutive(f, micros);
      case FLOW -> flow(f, micros);
      default -> {
        // Reserved types are ignored, as the standard has it.
      }
    }
  }

  private void single(Frame f, long micros) {
    int length = f.at(0) & 0xF;
    if (length == 0 || length > IN_SINGLE || length > f.length() - 1) {
      return;
    }
    replaced(micros);
    listener.received(Arrays.copyOfRange(f.bytes(), 1, 1 + length), micros);
  }

  private void replaced(long micros) {
    if (receiving != null) {
      endReceiving();
      listener.broke(Broke.REPLACED, false, micros);
    }
  }

  private void first(Frame f, long micros) {
    if (f.length() < 8) {
      return;
    }
    int length = (f.at(0) & 0xF) << 8 | f.at(1);
    if (receiving != null && twice(f, micros)) {
      return;
    }
    last = f;
    lastMicros = micros;
    replaced(micros);
    if (length == 0) {
      // The escape to 32-bit lengths: more than this side has room for.
      flowControl(OVERFLOW);
      listener.broke(Broke.TOO_LONG, false, micros);
      return;
    }
    if (length <= IN_SINGLE) {
      return;
    }
    receiving = new byte[length];
    System.arraycopy(f.bytes(), 2, receiving, 0, IN_FIRST);
    received = IN_FIRST;
    expected = 1;
    receiveDeadline = micros + WAIT_MICROS;
    flowControl(CONTINUE);
  }

  private void flowControl(int status) {
    byte[] data = filled();
    data[0] = (byte) (FLOW << 4 | status);
    data[1] = 0;
    data[2] = 0;
    put(data);
  }

  private void consecutive(Frame f, long micros) {
    if (receiving == null) {
      return;
    }
    if (twice(f, micros)) {
      return;
    }
    if ((f.at(0) & 0xF) != expected) {
      endReceiving();
      listener.broke(Broke.WRONG_SEQUENCE, false, micros);
      return;
    }
    int count = Math.min(f.length() - 1, receiving.length - received);
    System.arraycopy(f.bytes(), 1, receiving, received, count);
    received += count;
    expected = expected + 1 & 0xF;
    receiveDeadline = micros + WAIT_MICROS;
    if (received == receiving.length) {
      byte[] whole = receiving;
      endReceiving();
      listener.received(whole, micros);
    } else if (count < IN_SINGLE) {
      // A short frame before the last one: bytes are missing.
      endReceiving();
      listener.broke(Broke.NONSENSE, false, micros);
    }
  }

  /**
   * A frame whose end was disturbed is sent once more though it was heard (ISO 11898-1, from
   * memory): the same bytes twice in a row are one segment.
   */
  private boolean twice(Frame f, long micros) {
    boolean same = f.equals(last) && micros - lastMicros <= TWICE_MICROS;
    last = f;
    lastMicros = micros;
    return same;
  }

  private void endReceiving() {
    receiving = null;
    receiveDeadline = Long.MAX_VALUE;
  }

  private void flow(Frame f, long micros) {
    if (sending == null || !awaitsFlow) {
      return;
    }
    int status = f.at(0) & 0xF;
    if (f.length() < 3 || status > OVERFLOW) {
      fail(Broke.NONSENSE, micros);
    } else if (status == OVERFLOW) {
      fail(Broke.OVERFLOW, micros);
    } else if (status == HOLD_ON) {
      if (++waits > MOST_WAITS) {
        fail(Broke.TOO_MANY_WAITS, micros);
      } else {
        awaitFlow(micros);
      }
    } else {
      waits = 0;
      awaitsFlow = false;
      blockLeft = f.at(1) == 0 ? Integer.MAX_VALUE : f.at(1);
      gapMicros = gap(f.at(2));
      sendNext(micros);
    }
  }

  /** Separation time of a flow control; reserved codes mean the longest, as the standard has it. */
  static long gap(int code) {
    if (code <= LONGEST_GAP_MILLIS) {
      return code * 1_000L;
    }
    return code >= HUNDRED_MICROS_FROM && code <= HUNDRED_MICROS_TO
        ? (code - 0xF0) * 100L
        : LONGEST_GAP_MILLIS * 1_000L;
  }

  private void sendNext(long micros) {
    do {
      byte[] data = filled();
      data[0] = (byte) (CONSECUTIVE << 4 | sequence);
      int count = Math.min(IN_SINGLE, sending.length - sent);
      System.arraycopy(sending, sent, data, 1, count);
      sent += count;
      sequence = sequence + 1 & 0xF;
      blockLeft--;
      put(data);
      if (sent == sending.length) {
        sending = null;
        sendDeadline = Long.MAX_VALUE;
        listener.sent(micros);
        return;
      }
      if (blockLeft == 0) {
        awaitFlow(micros);
        return;
      }
    } while (gapMicros == 0);
    sendDeadline = micros + gapMicros;
  }

  private void fail(Broke why, long micros) {
    sending = null;
    sendDeadline = Long.MAX_VALUE;
    listener.broke(why, true, micros);
  }

  /** Time goes on. */
  public void tick(long micros) {
    if (sendDeadline <= micros && sending != null) {
      if (awaitsFlow) {
        fail(Broke.NO_FLOW_CONTROL, micros);
      } else {
        sendNext(micros);
      }
    }
    if (receiveDeadline <= micros) {
      endReceiving();
      listener.broke(Broke.FELL_SILENT, false, micros);
    }
  }

  /** Bus time at which {@link #tick} is wanted; {@link Long#MAX_VALUE} where nothing waits. */
  public long nextTimer() {
    return Math.min(sendDeadline, receiveDeadline);
  }
}
