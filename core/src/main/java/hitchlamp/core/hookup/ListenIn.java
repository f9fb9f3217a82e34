package hitchlamp.core.hookup;

import hitchlamp.core.fault.Fault;
import hitchlamp.core.fault.FaultRead;
import hitchlamp.core.fault.FaultState;
import hitchlamp.core.j1939.Acknowledgement;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.Request;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.Collectors;

/**
 * A roll made by listening alone, for a recorded log: whoever sent is on it, and whatever identity
 * or faults he told to anybody. Nobody is called silent, since nobody was asked by us; who asked
 * whom is told, and a fault that was active and went is not lost.
 */
public final class ListenIn implements Procedure<Roll> {
  /** Broken transfers that are kept one by one. */
  private static final int MOST_BROKEN = 10_000;

  /** What follows a request so late is no answer to it: T3 of J1939-21, from memory. */
  private static final long ANSWERS_MICROS = 1_250_000;

  private static final int MOST_REQUESTS = 4_096;
  private static final int MOST_WENT = 200;
  private static final int MOST_TOLD = 8;

  private static final Map<Integer, Item> ITEMS = new HashMap<>();

  static {
    for (Item item : Item.values()) {
      ITEMS.put(item.pgn(), item);
    }
  }

  private record Asked(int by, int pgn, int of) {}

  private record Went(int source, int spn, int fmi) {}

  private final RollState book;
  private final List<BrokenTransfer> broken = new ArrayList<>();
  private final Map<Asked, Integer> asked = new LinkedHashMap<>();

  /** Bus time of the last request for a group, by the group and who was asked. */
  private final Map<Long, Long> requests = new HashMap<>();

  private final Map<Integer, List<Fault>> active = new HashMap<>();
  private final Map<Went, Long> went = new LinkedHashMap<>();
  private long started;
  private OptionalLong ended = OptionalLong.empty();

  /** True where a group says more than that its sender is there. */
  public static boolean heeds(int pgn) {
    return pgn == Pgn.REQUEST
        || pgn == Pgn.ACKNOWLEDGEMENT
        || pgn == Pgn.ADDRESS_CLAIMED
        || pgn == Pgn.TRANSPORT_CONTROL
        || pgn == Pgn.TRANSPORT_DATA
        || ITEMS.containsKey(pgn);
  }

  public ListenIn(Pack pack) {
    this.book = new RollState(pack);
  }

  @Override
  public List<Command> on(Event event) {
    if (event instanceof Event.Began b) {
      started = b.micros();
    } else if (event instanceof Event.Claimed c) {
      book.claimed(c.address(), c.name(), c.micros());
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Broke b) {
      // Whoever is heard in packets only is there too.
      book.at(b.transfer().source(), b.transfer().micros());
      book.broke(b.transfer());
      if (broken.size() < MOST_BROKEN) {
        broken.add(b.transfer());
      }
    } else if (event instanceof Event.StopAsked s) {
      ended = OptionalLong.of(s.micros());
    }
    return List.of();
  }

  private void heard(Message message) {
    if (message.pgn() == Pgn.REQUEST) {
      requested(message);
    }
    book.at(message.source(), message.lastMicros()).ifPresent(m -> heard(m, message));
  }

  private void heard(RollState.Module m, Message message) {
    if (message.pgn() == Pgn.ACKNOWLEDGEMENT) {
      Acknowledgement.of(message).ifPresent(a -> refused(m, a));
      return;
    }
    Item item = ITEMS.get(message.pgn());
    if (item != null) {
      m.answered |= answers(message);
      m.told.put(item, book.read(m, item, message));
      if (item == Item.ACTIVE_FAULTS) {
        follow(m);
      }
    }
  }

  /** Who refuses is there and answers. */
  private static void refused(RollState.Module m, Acknowledgement a) {
    m.answered = true;
    Item item = ITEMS.get(a.pgn());
    if (item != null) {
      m.told.putIfAbsent(
          item,
          switch (a.kind()) {
            case NOT_SUPPORTED -> Item.Told.NOT_SUPPORTED;
            case ACCESS_DENIED -> Item.Told.DENIED;
            case BUSY -> Item.Told.BUSY;
            case ACCEPTED -> Item.Told.GIVEN;
          });
    }
  }

  private void requested(Message message) {
    int pgn = Request.pgnOf(message);
    Asked key = new Asked(message.source(), pgn, message.destination());
    if (asked.size() < MOST_REQUESTS || asked.containsKey(key)) {
      asked.merge(key, 1, Integer::sum);
      requests.put((long) pgn << 8 | message.destination(), message.lastMicros());
    }
  }

  /** True for what was asked for just before, of this one or of everybody. */
  private boolean answers(Message message) {
    return after(requests.get((long) message.pgn() << 8 | message.source()), message)
        || after(requests.get((long) message.pgn() << 8 | Address.GLOBAL), message);
  }

  private static boolean after(Long request, Message message) {
    return request != null
        && message.firstMicros() >= request
        && message.firstMicros() - request <= ANSWERS_MICROS;
  }

  /** Keeps what was active in the list before and is not in this one. */
  private void follow(RollState.Module m) {
    FaultRead read = m.reads.get(Item.ACTIVE_FAULTS);
    if (read == null || read.garbled().isPresent()) {
      return;
    }
    List<Fault> before = active.put(m.address, read.faults());
    if (before == null) {
      return;
    }
    for (Fault f : before) {
      Went key = new Went(m.address, f.spn(), f.fmi());
      boolean still =
          read.faults().stream().anyMatch(n -> n.spn() == key.spn() && n.fmi() == key.fmi());
      if (!still && f.state() == FaultState.ACTIVE && went.size() < MOST_WENT) {
        went.put(key, read.micros());
      }
    }
    read.faults().forEach(f -> went.remove(new Went(m.address, f.spn(), f.fmi())));
  }

  /** Long messages that did not arrive whole, in the order in which they ended. */
  public List<BrokenTransfer> broken() {
    return List.copyOf(broken);
  }

  @Override
  public boolean finished() {
    return ended.isPresent();
  }

  @Override
  public Roll result() {
    Roll.State state = finished() ? Roll.State.COMPLETE : Roll.State.UNDER_WAY;
    Roll roll = book.build(true, state, started, ended, true);
    List<RollEntry> present =
        roll.entries().stream().filter(e -> e.firstMicros().isPresent()).toList();
    List<String> notes = new ArrayList<>(roll.notes());
    Map<Integer, String> titles =
        present.stream()
            .collect(Collectors.toMap(RollEntry::address, RollEntry::title, (a, b) -> a));
    went.forEach(
        (w, micros) ->
            notes.add(
                HookupWords.say(
                    "fault-came-and-went",
                    titles.getOrDefault(w.source(), String.valueOf(w.source())),
                    w.spn(),
                    w.fmi(),
                    String.format(Locale.ROOT, "%.1f", (micros - started) / 1e6))));
    notes.addAll(askers(titles));
    return new Roll(true, state, started, ended, present, List.copyOf(notes));
  }

  /** A sentence for each that asked. */
  private List<String> askers(Map<Integer, String> titles) {
    Map<Integer, List<String>> by = new LinkedHashMap<>();
    asked.forEach(
        (a, times) ->
            by.computeIfAbsent(a.by(), b -> new ArrayList<>())
                .add(
                    HookupWords.say(
                        "asked-group-of",
                        a.pgn(),
                        a.of() == Address.GLOBAL ? HookupWords.say("everybody") : a.of(),
                        times)));
    List<String> told = new ArrayList<>();
    by.forEach(
        (who, what) -> {
          List<String> some = new ArrayList<>(what.subList(0, Math.min(MOST_TOLD, what.size())));
          if (what.size() > MOST_TOLD) {
            some.add(HookupWords.say("more-of-them", what.size() - MOST_TOLD));
          }
          told.add(
              HookupWords.say(
                  "who-asked",
                  titles.getOrDefault(who, String.valueOf(who)),
                  String.join(", ", some)));
        });
    return told;
  }
}
