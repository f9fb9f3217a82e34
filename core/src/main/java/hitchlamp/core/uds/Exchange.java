package hitchlamp.core.uds;

import hitchlamp.core.bus.Frame;
import java.util.function.Consumer;

/**
 * One diagnostic request and what comes of it: sends, waits, takes "more time" and "busy" for what
 * they are, tries again where nothing came, and ends in exactly one {@link Reply}.
 */
public final class Exchange implements Segments.Listener {
  /**
   * Wait for the first answer. The standard gives a module 50 ms (P2); a tool behind gateways and
   * slow modules waits longer (common practice, no source).
   */
  public static final long FIRST_MICROS = 1_000_000;

  /**
   * Wait for our own request to be seen on the bus before the module's time begins to run. Frames
   * that came meanwhile and were not looked at yet must not use that time up, nor a bus so full
   * that the request has to wait.
   */
  public static final long CARRIED_MICROS = 5_000_000;

  /** Wait after "more time" (P2 star, from memory 5 s, and a tenth more). */
  public static final long MORE_MICROS = 5_500_000;

  /** All the time that "more time" can buy, unless the caller knows that it lasts longer. */
  public static final long PENDING_MICROS = 30_000_000;

  /** Pause after "busy". */
  public static final long BUSY_MICROS = 200_000;

  private static final int NEGATIVE = 0x7F;
  private static final int POSITIVE = 0x40;

  /** Length of the question for one identifier. */
  private static final int SINGLE_READ = 3;

  private final Segments segments;
  private final byte[] request;
  private final long pendingMicros;
  private final long carriedMicros;
  private final long firstMicros;
  private final Consumer<Reply> done;
  private int triesLeft;
  private int pendings;
  private long began;
  private long deadline = Long.MAX_VALUE;
  private boolean pausing;
  private boolean ended;
  private Reply worst = new Reply.Silent();

  /**
   * @param request service byte and what follows it
   * @param tries at least 1
   * @param pendingMicros bound of all "more time" together
   * @param done called once
   */
  public Exchange(
      int own,
      int other,
      byte[] request,
      int tries,
      long pendingMicros,
      Consumer<Frame> send,
      Consumer<Reply> done) {
    this(own, other, request, tries, pendingMicros, CARRIED_MICROS, FIRST_MICROS, send, done);
  }

  /**
   * @param carriedMicros wait for our own request to be seen on the bus
   * @param firstMicros wait for the first answer from then on
   */
  public Exchange(
      int own,
      int other,
      byte[] request,
      int tries,
      long pendingMicros,
      long carriedMicros,
      long firstMicros,
      Consumer<Frame> send,
      Consumer<Reply> done) {
    this.carriedMicros = carriedMicros;
    this.firstMicros = firstMicros;
    this.segments = new Segments(own, other, send, this);
    this.request = request.clone();
    this.triesLeft = tries;
    this.pendingMicros = pendingMicros;
    this.done = done;
  }

  /** Sends the request. */
  public void begin(long micros) {
    triesLeft--;
    pausing = false;
    pendings = 0;
    deadline = Long.MAX_VALUE;
    segments.send(request, micros);
  }

  public int other() {
    return segments.other();
  }

  /** A frame of ours was seen on the bus: from then on the module's time runs. */
  public void carried(long micros) {
    segments.carried(micros);
    if (!ended && !pausing && pendings == 0 && deadline != Long.MAX_VALUE) {
      deadline = micros + firstMicros;
    }
  }

  /** Takes a frame of the bus. */
  public void accept(Frame frame, long micros) {
    if (!ended) {
      segments.accept(frame, micros);
    }
  }

  @Override
  public void sent(long micros) {
    began = micros;
    deadline = micros + carriedMicros;
  }

  @Override
  public void received(byte[] payload, long micros) {
    if (pausing) {
      return;
    }
    int service = request[0] & 0xFF;
    int answer = payload[0] & 0xFF;
    if (answer == service + POSITIVE && echoes(payload)) {
      end(new Reply.Positive(payload, micros));
    } else if (answer == NEGATIVE && payload.length >= 3 && (payload[1] & 0xFF) == service) {
      refused(payload[2] & 0xFF, micros);
    } else {
      // Not ours: an answer that came too late for an earlier request, or nonsense.
      worst = new Reply.Garbled(String.format("service 0x%02X", answer));
    }
  }

  /**
   * True where an answer names what was asked for (ISO 14229-1, from memory): a session, an
   * identifier, a routine, a kind of fault information with its fault. Asked for several
   * identifiers a module leaves out those that it does not have, the first of them too. The late
   * answer to an earlier request of the same service does not.
   */
  private boolean echoes(byte[] payload) {
    if ((request[0] & 0xFF) == Services.READ && request.length > SINGLE_READ) {
      return tellsOneOfThem(payload);
    }
    int echoed =
        switch (request[0] & 0xFF) {
          case Services.SESSION, Services.TESTER_PRESENT -> 1;
          case Services.READ -> 2;
          case Services.CONTROL -> 3;
          case Services.ROUTINE -> 3;
          case Services.FAULTS -> request.length > 3 ? 4 : 1;
          default -> 0;
        };
    for (int i = 1; i <= echoed && i < request.length; i++) {
      if (i >= payload.length || payload[i] != request[i]) {
        return false;
      }
    }
    return true;
  }

  private boolean tellsOneOfThem(byte[] payload) {
    for (int i = 1; i + 1 < request.length; i += 2) {
      if (payload.length >= SINGLE_READ
          && payload[1] == request[i]
          && payload[2] == request[i + 1]) {
        return true;
      }
    }
    return false;
  }

  private void refused(int code, long micros) {
    switch (code) {
      case NegativeCode.RESPONSE_PENDING -> {
        pendings++;
        if (micros - began >= pendingMicros) {
          end(new Reply.NeverDone(pendings));
        } else {
          deadline = Math.min(micros + MORE_MICROS, began + pendingMicros);
        }
      }
      case NegativeCode.BUSY_REPEAT_REQUEST -> {
        worst = new Reply.Refused(request[0] & 0xFF, new NegativeCode(code));
        if (triesLeft > 0) {
          pausing = true;
          deadline = micros + BUSY_MICROS;
        } else {
          end(worst);
        }
      }
      default -> end(new Reply.Refused(request[0] & 0xFF, new NegativeCode(code)));
    }
  }

  @Override
  public void broke(Segments.Broke why, boolean ours, long micros) {
    worst = new Reply.Broken(why);
    if (why != Segments.Broke.REPLACED) {
      againOrEnd(micros);
    }
    // What replaces it follows at once: perhaps the answer, which must not be asked for twice.
  }

  private void againOrEnd(long micros) {
    if (pendings > 0) {
      // It has begun what was asked; asking twice could do it twice.
      end(worst instanceof Reply.Silent ? new Reply.NeverDone(pendings) : worst);
    } else if (triesLeft > 0) {
      begin(micros);
    } else {
      end(worst);
    }
  }

  private void end(Reply reply) {
    if (!ended) {
      ended = true;
      deadline = Long.MAX_VALUE;
      done.accept(reply);
    }
  }

  /** Ends it from outside. */
  public void cancel(String why) {
    end(new Reply.NotAsked(why));
  }

  /** Time goes on. */
  public void tick(long micros) {
    if (ended) {
      return;
    }
    segments.tick(micros);
    if (!ended && deadline <= micros) {
      if (pausing) {
        begin(micros);
      } else if (segments.receiving()) {
        // A long answer is on its way; its own time-outs end it.
        deadline = micros + Segments.WAIT_MICROS;
      } else {
        againOrEnd(micros);
      }
    }
  }

  /** Bus time at which {@link #tick} is wanted. */
  public long nextTimer() {
    return ended ? Long.MAX_VALUE : Math.min(deadline, segments.nextTimer());
  }
}
