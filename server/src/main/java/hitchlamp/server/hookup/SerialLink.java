package hitchlamp.server.hookup;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.MinuteStamps;
import hitchlamp.core.bus.SlcanText;
import hitchlamp.core.bus.SlcanText.Flag;
import hitchlamp.core.bus.SlcanText.Said;
import hitchlamp.core.bus.StampedFrame;
import java.io.IOException;
import java.util.Iterator;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;

/**
 * A live link through a serial adapter that speaks the SLCAN text protocol. It gives the adapter
 * its rate and has it listen only; after {@link #speak} it takes part. The adapter does not tell
 * the frames that it sent: they count as seen when it has taken them. At most {@link
 * #MOST_UNWRITTEN} lines wait for an adapter that takes none; then the link is lost.
 */
final class SerialLink implements Link {
  /** Lines that may wait to be written. */
  static final int MOST_UNWRITTEN = 4_096;

  private static final long ANSWER_MILLIS = 1_000;
  private static final long QUIET_MILLIS = 60;
  private static final long CLOSE_MILLIS = 500;

  /** How often the adapter is asked how its controller stands. */
  private static final long LISTENING_MICROS = 150_000;

  private static final long SPEAKING_MICROS = 1_000_000;

  /** A frame for which an adapter says nothing counts as sent after so long. */
  private static final long TAKEN_NANOS = TimeUnit.MILLISECONDS.toNanos(300);

  private static final long STATUS_NANOS = TimeUnit.MILLISECONDS.toNanos(ANSWER_MILLIS);

  /** Ends the writing. */
  private static final byte[] END = {};

  private static final Set<Flag> LOSSES = Set.of(Flag.RECEIVE_FULL, Flag.OVERRUN);

  private final SerialLine line;
  private final String title;
  private final Arrivals arrivals = new Arrivals(1);
  private final MinuteStamps stamps = new MinuteStamps(System.nanoTime());
  private final BlockingQueue<byte[]> unwritten = new ArrayBlockingQueue<>(MOST_UNWRITTEN);
  private final Queue<Asked> asked = new ConcurrentLinkedQueue<>();
  private final AtomicLong overruns = new AtomicLong();

  /** While it is there, all answers but the version are of what was asked before. */
  private volatile CompletableFuture<Void> version = new CompletableFuture<>();

  private volatile boolean answers;
  private volatile boolean begun;
  private volatile boolean closed;
  private Thread writer;
  private boolean tellsVersion;
  private boolean stamped;
  private boolean speaking;
  private boolean gone;
  private long nextStatus;

  /** What the adapter has yet to answer, in the order in which it was asked. */
  private sealed interface Asked {
    record OfFrame(Frame frame, long nanos) implements Asked {}

    record Command(CompletableFuture<Said> answer) implements Asked {}

    record OfStatus(long nanos) implements Asked {}
  }

  private SerialLink(SerialLine line, String title) {
    this.line = line;
    this.title = title;
  }

  /**
   * Gives an adapter its rate and has it listen only. One that cannot takes part from the start
   * where a person named the rate; it still sends nothing until {@link #speak}.
   *
   * @param title of its port
   * @param named whether a person named the rate, so that nothing is guessed
   * @throws LinkRefusal where no such adapter answers, or it cannot do what is needed
   */
  static SerialLink open(SerialLine line, String title, int bitsPerSecond, boolean named) {
    SerialLink link = new SerialLink(line, title);
    link.thread("heard from " + title, link::read);
    link.writer = link.thread("told to " + title, link::write);
    try {
      link.begin(bitsPerSecond, named);
      link.arrivals.opened();
      return link;
    } catch (LinkRefusal e) {
      link.close();
      throw e;
    }
  }

  private void begin(int bitsPerSecond, boolean named) {
    // It may still be open from a program that ended without a word: what it says is no answer.
    put(SlcanText.command("\r"));
    put(SlcanText.close());
    rest();
    if (!inStep() && !inStep()) {
      throw new LinkRefusal(
          HookupWords.say("no-adapter-answers-on", title),
          HookupWords.say("unplug-the-adapter-once"));
    }
    begun = true;
    if (!(ask(SlcanText.rate(bitsPerSecond)) instanceof Said.Done)) {
      throw new LinkRefusal(
          HookupWords.say("the-adapter-does-not-set-its-rate", title),
          HookupWords.say("unplug-the-adapter-once"));
    }
    stamped = ask(SlcanText.stamps()) instanceof Said.Done;
    if (ask(SlcanText.listenOnly()) instanceof Said.Done) {
      return;
    }
    if (!named) {
      throw new LinkRefusal(
          HookupWords.say("the-adapter-cannot-only-listen", title),
          HookupWords.say("choose-the-rate-from-the-papers"));
    }
    takePart();
  }

  /**
   * Asks for the version and passes over all other answers until it comes: a slow adapter answers
   * late, and what is asked from here on must not take an answer to something before. One that does
   * not know the question is waited for to the end.
   *
   * @return true where anything answers
   */
  private boolean inStep() {
    CompletableFuture<Void> wanted = new CompletableFuture<>();
    version = wanted;
    put(SlcanText.version());
    try {
      wanted.get(ANSWER_MILLIS, TimeUnit.MILLISECONDS);
      tellsVersion = true;
    } catch (TimeoutException | ExecutionException e) {
      return answers;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      version = null;
    }
    return true;
  }

  private void takePart() {
    if (!(ask(SlcanText.open()) instanceof Said.Done)) {
      throw new LinkRefusal(
          HookupWords.say("the-adapter-does-not-take-part", title),
          HookupWords.say("unplug-the-adapter-once"));
    }
    speaking = true;
  }

  private void rest() {
    try {
      TimeUnit.MILLISECONDS.sleep(QUIET_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private Thread thread(String name, Runnable what) {
    Thread t = new Thread(what, name);
    t.setDaemon(true);
    t.start();
    return t;
  }

  /** What the adapter answers to a command; null where it says nothing. */
  private Said ask(byte[] command) {
    CompletableFuture<Said> answer = new CompletableFuture<>();
    Asked.Command entry = new Asked.Command(answer);
    asked.add(entry);
    put(command);
    try {
      return answer.get(ANSWER_MILLIS, TimeUnit.MILLISECONDS);
    } catch (TimeoutException e) {
      asked.remove(entry);
      return null;
    } catch (ExecutionException e) {
      return null;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return null;
    }
  }

  private void put(byte[] bytes) {
    if (!unwritten.offer(bytes)) {
      arrivals.gone(HookupWords.say("the-adapter-takes-nothing-any-more"));
    }
  }

  private void write() {
    try {
      for (byte[] next = unwritten.take(); next != END; next = unwritten.take()) {
        line.write(next);
      }
    } catch (IOException e) {
      // The reader tells of a broken link.
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void read() {
    SlcanText text = new SlcanText();
    byte[] bytes = new byte[4_096];
    try {
      while (!closed) {
        int count = line.read(bytes);
        text.feed(bytes, 0, count, this::said);
      }
    } catch (IOException e) {
      if (!closed) {
        arrivals.gone(e.getMessage());
      }
    }
    CompletableFuture<Void> wanted = version;
    if (wanted != null) {
      wanted.completeExceptionally(new IOException(title));
    }
    for (Asked a = asked.poll(); a != null; a = asked.poll()) {
      if (a instanceof Asked.Command c) {
        c.answer().completeExceptionally(new IOException(title));
      }
    }
  }

  private void said(Said said) {
    if (said instanceof Said.FrameSaid f) {
      if (begun) {
        arrivals.seen(new StampedFrame(stamps.micros(f.millis(), System.nanoTime()), f.frame()));
      }
    } else if (said instanceof Said.Status s) {
      if (begun) {
        status(s.flags());
      }
    } else if (said instanceof Said.Answer) {
      answers = true;
      CompletableFuture<Void> wanted = version;
      if (wanted != null) {
        wanted.complete(null);
      }
    } else if (said instanceof Said.Done || said instanceof Said.Refused) {
      answers = true;
      if (version == null) {
        answered(said);
      }
    }
  }

  private void answered(Said said) {
    Asked next = asked.poll();
    while (next instanceof Asked.OfStatus && !(said instanceof Said.Refused)) {
      // It does not know the question.
      next = asked.poll();
    }
    answered(next, said);
  }

  private void answered(Asked to, Said said) {
    if (to instanceof Asked.Command c) {
      c.answer().complete(said);
    } else if (to instanceof Asked.OfFrame f) {
      if (said instanceof Said.Refused) {
        arrivals.error(HookupWords.say("the-adapter-did-not-take-a-frame"));
      } else {
        arrivals.seen(new StampedFrame(Math.max(0, arrivals.now()), f.frame()));
      }
    }
  }

  private void status(Set<Flag> flags) {
    for (Iterator<Asked> i = asked.iterator(); i.hasNext(); ) {
      if (i.next() instanceof Asked.OfStatus) {
        i.remove();
        break;
      }
    }
    if (flags.stream().anyMatch(LOSSES::contains)) {
      overruns.incrementAndGet();
      arrivals.error(HookupWords.say("the-adapter-lost-frames"));
    }
    if (flags.contains(Flag.BUS_ERROR) || flags.contains(Flag.PASSIVE)) {
      arrivals.error(HookupWords.say("the-adapter-reports-bus-errors"));
    }
  }

  @Override
  public LinkCapabilities capabilities() {
    return LinkCapabilities.serial(stamped);
  }

  /** Frames that its owner did not take in time, and how often the adapter said it lost some. */
  @Override
  public long lost() {
    return arrivals.lost() + overruns.get();
  }

  @Override
  public void wake() {
    arrivals.wake();
  }

  @Override
  public void speak() {
    if (speaking) {
      return;
    }
    taken(0);
    if (tellsVersion) {
      put(SlcanText.close());
      inStep();
    } else {
      ask(SlcanText.close());
    }
    takePart();
  }

  @Override
  public LinkEvent await(long untilMicros) throws InterruptedException {
    long now = Math.max(0, arrivals.now());
    if (now >= nextStatus && !gone) {
      nextStatus = now + (speaking ? SPEAKING_MICROS : LISTENING_MICROS);
      taken(STATUS_NANOS);
      if (asked.stream().noneMatch(Asked.OfStatus.class::isInstance)) {
        asked.add(new Asked.OfStatus(System.nanoTime()));
        put(SlcanText.status());
      }
    }
    LinkEvent next = arrivals.await(Math.min(untilMicros, Math.max(now, nextStatus)));
    gone |= next instanceof LinkEvent.Lost;
    return next;
  }

  /**
   * Frames that an adapter took without a word; a status that it has not told for so long is
   * forgotten. A slow one is not asked again before.
   */
  private void taken(long statusNanos) {
    long now = System.nanoTime();
    for (Iterator<Asked> i = asked.iterator(); i.hasNext(); ) {
      Asked a = i.next();
      if (a instanceof Asked.OfStatus s && now - s.nanos() >= statusNanos) {
        i.remove();
      } else if (a instanceof Asked.OfFrame f && now - f.nanos() > TAKEN_NANOS) {
        i.remove();
        arrivals.seen(new StampedFrame(Math.max(0, arrivals.now()), f.frame()));
      }
    }
  }

  @Override
  public void send(Frame frame) {
    if (!speaking) {
      throw new LinkRefusal(HookupWords.say("the-rate-is-not-proven-yet"));
    }
    if (closed || gone) {
      return;
    }
    asked.add(new Asked.OfFrame(frame, System.nanoTime()));
    put(SlcanText.send(frame));
  }

  @Override
  public void close() {
    if (closed) {
      return;
    }
    put(SlcanText.close());
    closed = true;
    unwritten.offer(END);
    try {
      writer.join(CLOSE_MILLIS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    line.close();
    arrivals.close();
  }
}
