package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * Everything that is held on one hook-up. Whatever way the hook-up ends, {@link #releaseAll} lets
 * go of it.
 */
final class Holds {
  private final Consumer<Frame> send;
  private final Map<String, Held> held = new LinkedHashMap<>();

  private static final class Held {
    final Hold hold;
    final Object owner;
    long next;

    Held(Hold hold, Object owner, long next) {
      this.hold = hold;
      this.owner = owner;
      this.next = next;
    }
  }

  Holds(Consumer<Frame> send) {
    this.send = send;
  }

  void take(Hold hold, Object owner, long micros) {
    Held before = held.put(hold.id(), new Held(hold, owner, micros + hold.keepAliveEveryMicros()));
    if (before != null) {
      before.hold.letGo().forEach(send);
    }
    hold.command().forEach(send);
  }

  boolean release(String id) {
    Held gone = held.remove(id);
    if (gone == null) {
      return false;
    }
    gone.hold.letGo().forEach(send);
    return true;
  }

  void releaseAll() {
    List.copyOf(held.keySet()).forEach(this::release);
  }

  void releaseOf(Object owner) {
    held.values().stream()
        .filter(h -> h.owner == owner)
        .map(h -> h.hold.id())
        .toList()
        .forEach(this::release);
  }

  void tick(long micros) {
    for (Held h : held.values()) {
      if (micros >= h.next) {
        h.hold.keepAlive().forEach(send);
        h.next = micros + h.hold.keepAliveEveryMicros();
      }
    }
  }

  long nextTimer() {
    return held.values().stream()
        .filter(h -> !h.hold.keepAlive().isEmpty())
        .mapToLong(h -> h.next)
        .min()
        .orElse(Long.MAX_VALUE);
  }

  List<Hold> list() {
    List<Hold> holds = new ArrayList<>();
    held.values().forEach(h -> holds.add(h.hold));
    return holds;
  }
}
