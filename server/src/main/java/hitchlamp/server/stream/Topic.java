package hitchlamp.server.stream;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;

/**
 * What is told about one subject: events, each numbered and none dropped, and values, of which only
 * the newest of each kind counts. Keeps the last {@link #KEPT_EVENTS} events for those who come
 * back after a break.
 */
public final class Topic {
  /** Events kept for a resume. */
  public static final int KEPT_EVENTS = 500;

  /** A numbered change; {@code value} is true where only the newest of its type counts. */
  public record Change(String topic, long seq, String type, boolean value, Object body) {}

  private final String name;
  private final Deque<Change> events = new ArrayDeque<>();
  private final Map<String, Object> values = new LinkedHashMap<>();
  private final List<Consumer<Change>> listeners = new CopyOnWriteArrayList<>();
  private long seq;

  Topic(String name) {
    this.name = name;
  }

  /** Something happened; told once it is stored. */
  public void event(String type, Object body) {
    AfterCommit.run(() -> tellEvent(type, body));
  }

  private synchronized void tellEvent(String type, Object body) {
    Change change = new Change(name, ++seq, type, false, body);
    events.addLast(change);
    if (events.size() > KEPT_EVENTS) {
      events.removeFirst();
    }
    listeners.forEach(l -> l.accept(change));
  }

  /** Something is now so; told once it is stored. */
  public void value(String type, Object body) {
    AfterCommit.run(() -> tellValue(type, body));
  }

  private synchronized void tellValue(String type, Object body) {
    values.put(type, body);
    Change change = new Change(name, seq, type, true, body);
    listeners.forEach(l -> l.accept(change));
  }

  /**
   * What somebody missed after a number, or everything that is known where he has nothing: values,
   * then events.
   */
  synchronized List<Change> subscribe(long after, Consumer<Change> listener) {
    List<Change> missed = new ArrayList<>();
    values.forEach((type, body) -> missed.add(new Change(name, seq, type, true, body)));
    events.stream().filter(e -> after >= 0 && e.seq() > after).forEach(missed::add);
    boolean gap =
        after >= 0 && !events.isEmpty() && events.peekFirst().seq() > after + 1 || after > seq;
    missed.add(0, new Change(name, seq, gap || after < 0 ? "snapshot" : "resumed", true, Map.of()));
    listeners.add(listener);
    return missed;
  }

  void leave(Consumer<Change> listener) {
    listeners.remove(listener);
  }

  /** What was told last of a value; empty where it never was. */
  public synchronized <T> Optional<T> latest(String type, Class<T> as) {
    return Optional.ofNullable(values.get(type)).filter(as::isInstance).map(as::cast);
  }

  /** True where somebody listens. */
  public boolean listened() {
    return !listeners.isEmpty();
  }

  synchronized boolean idle() {
    return listeners.isEmpty();
  }
}
