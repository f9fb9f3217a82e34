package hitchlamp.core.watch;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Asks again and again for values that no module sends by itself: identifiers as fast as their
 * module answers, several in one question where it takes that; groups that are sent on request only
 * every two seconds. It gives way to everything else that is asked of the module. What a module
 * refuses it is not asked again; one that lets three questions in a row pass is left alone for a
 * while. What a group holds is heard like everything else on the bus.
 */
public final class Poll implements Procedure<Long> {
  /** Questions in silence until a module is left alone. */
  private static final int SILENT_QUESTIONS = 3;

  private static final long ALONE_MICROS = 5_000_000;
  private static final int READ = 0x22;

  /** Least time from one question to a module to the next: leaves room for others. */
  static final long PAUSE_MICROS = 20_000;

  /** Time from one question for a group to the next for the same: totals change slowly. */
  static final long GROUP_MICROS = 2_000_000;

  /**
   * What is asked of one module.
   *
   * @param groups numbers of groups that it sends on request only
   */
  public record Wish(String module, int address, List<Integer> identifiers, List<Integer> groups) {
    public Wish {
      groups = List.copyOf(groups);
      identifiers = List.copyOf(identifiers);
    }
  }

  /** Takes the values. */
  public interface Out {
    void value(String module, int address, int identifier, long raw, long micros);
  }

  private static final class Row {
    final Wish wish;
    int next;
    int silent;
    long notBefore;
    boolean asked;
    List<Integer> inQuestion = List.of();
    final Map<Integer, Long> groupsDue = new LinkedHashMap<>();
    int group;

    /** Identifiers and groups take turns, so that neither waits for the whole of the other. */
    boolean groupsTurn;

    final java.util.Set<Integer> refused = new java.util.HashSet<>();

    /** Those of a question that was refused as a whole: each is asked by itself. */
    final java.util.Deque<Integer> apart = new java.util.ArrayDeque<>();

    Row(Wish wish) {
      this.wish = wish;
      wish.groups().forEach(g -> groupsDue.put(g, Long.MIN_VALUE));
    }
  }

  private final Pack pack;
  private final Out out;
  private final Map<Integer, Row> rows = new LinkedHashMap<>();
  private final Map<Integer, Row> tickets = new HashMap<>();
  private int nextTicket;
  private long answers;
  private boolean stopped;

  public Poll(Pack pack, List<Wish> wishes, Out out) {
    this.pack = pack;
    this.out = out;
    for (Wish w : wishes) {
      List<Integer> known =
          w.identifiers().stream()
              .filter(id -> pack.services().identifiers().containsKey(id))
              .toList();
      if (!known.isEmpty() || !w.groups().isEmpty()) {
        rows.put(w.address(), new Row(new Wish(w.module(), w.address(), known, w.groups())));
      }
    }
  }

  /**
   * What is asked of the modules that answered the roll: of all for groups, of the engines for
   * identifiers as well.
   */
  public static List<Wish> wishes(Pack pack, List<ModuleRef> targets) {
    return targets.stream()
        .map(
            t ->
                new Wish(
                    t.kind(),
                    t.address(),
                    t.services() && pack.roleOf(t.kind()).equals(Pack.ENGINE)
                        ? List.copyOf(pack.services().identifiers().keySet())
                        : List.of(),
                    List.copyOf(pack.watch().requested())))
        .filter(w -> !w.identifiers().isEmpty() || !w.groups().isEmpty())
        .toList();
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> commands = new ArrayList<>();
    if (finished()) {
      return commands;
    }
    if (event instanceof Event.Replied r) {
      Row row = tickets.remove(r.ticket());
      if (row != null) {
        replied(row, r.reply(), r.micros());
      }
    } else if (event instanceof Event.Answered a) {
      Row row = tickets.remove(a.ticket());
      if (row != null) {
        answered(row, a.answer(), a.micros());
      }
    } else if (event instanceof Event.StopAsked) {
      stopped = true;
      return commands;
    } else if (event instanceof Event.Heard) {
      return commands;
    }
    ask(event.micros(), commands);
    return commands;
  }

  private void ask(long now, List<Command> commands) {
    long wake = Long.MAX_VALUE;
    for (Row row : rows.values()) {
      if (row.asked) {
        continue;
      }
      if (row.notBefore > now) {
        wake = Math.min(wake, row.notBefore);
        continue;
      }
      Optional<Integer> group =
          row.groupsDue.entrySet().stream()
              .filter(g -> g.getValue() <= now)
              .map(Map.Entry::getKey)
              .findFirst();
      boolean noIdentifiers = row.refused.containsAll(row.wish.identifiers());
      if (group.isPresent() && (row.groupsTurn || noIdentifiers)) {
        row.groupsTurn = false;
        row.group = group.get();
        row.groupsDue.put(row.group, now + GROUP_MICROS);
        row.asked = true;
        tickets.put(nextTicket, row);
        commands.add(new Command.Ask(nextTicket++, row.wish.address(), row.group, Urgency.POLL, 1));
        continue;
      }
      List<Integer> ids = next(row);
      if (ids.isEmpty()) {
        wake = row.groupsDue.values().stream().mapToLong(Long::longValue).reduce(wake, Math::min);
        continue;
      }
      row.groupsTurn = true;
      row.inQuestion = ids;
      row.asked = true;
      tickets.put(nextTicket, row);
      commands.add(
          new Command.Call(
              nextTicket++,
              row.wish.address(),
              request(ids),
              Urgency.POLL,
              1,
              Exchange.FIRST_MICROS));
    }
    if (wake != Long.MAX_VALUE) {
      commands.add(new Command.WakeAt(wake));
    }
  }

  /** The next identifiers in turn, as many as go in one question. */
  private List<Integer> next(Row row) {
    if (!row.apart.isEmpty()) {
      return List.of(row.apart.poll());
    }
    List<Integer> open =
        row.wish.identifiers().stream().filter(id -> !row.refused.contains(id)).toList();
    int together = Math.min(open.size(), Math.max(1, pack.watch().together()));
    List<Integer> ids = new ArrayList<>();
    for (int i = 0; i < together; i++) {
      ids.add(open.get((row.next + i) % open.size()));
    }
    row.next = open.isEmpty() ? 0 : (row.next + together) % open.size();
    return ids;
  }

  /** Request for several identifiers (ISO 14229-1, from memory: one after another). */
  static byte[] request(List<Integer> identifiers) {
    byte[] request = new byte[1 + 2 * identifiers.size()];
    request[0] = READ;
    for (int i = 0; i < identifiers.size(); i++) {
      request[1 + 2 * i] = (byte) (identifiers.get(i) >> 8);
      request[2 + 2 * i] = (byte) (int) identifiers.get(i);
    }
    return request;
  }

  private void replied(Row row, Reply reply, long micros) {
    row.asked = false;
    row.notBefore = micros + PAUSE_MICROS;
    if (reply instanceof Reply.Positive p) {
      row.silent = 0;
      take(row, p.data(), p.micros());
    } else if (reply instanceof Reply.Refused && row.inQuestion.size() == 1) {
      row.silent = 0;
      row.refused.addAll(row.inQuestion);
    } else if (reply instanceof Reply.Refused) {
      // An answer, if to none of them: which of them it has shows one by one.
      row.silent = 0;
      row.apart.addAll(row.inQuestion);
    } else if (++row.silent >= SILENT_QUESTIONS) {
      row.silent = 0;
      row.notBefore = micros + ALONE_MICROS;
    }
  }

  private void answered(Row row, Answer answer, long micros) {
    row.asked = false;
    row.notBefore = micros + PAUSE_MICROS;
    if (answer instanceof Answer.Given) {
      row.silent = 0;
      answers++;
    } else if (answer instanceof Answer.NotSupported || answer instanceof Answer.Denied) {
      row.groupsDue.remove(row.group);
    } else if (++row.silent >= SILENT_QUESTIONS) {
      row.silent = 0;
      row.notBefore = micros + ALONE_MICROS;
    }
  }

  private void take(Row row, byte[] data, long micros) {
    int at = 1;
    while (at + 2 <= data.length) {
      int id = (data[at] & 0xFF) << 8 | data[at + 1] & 0xFF;
      Optional<Parameter> p = Optional.ofNullable(pack.services().identifiers().get(id));
      int bytes = p.map(x -> (x.bits() + 7) / 8).orElse(0);
      at += 2;
      if (bytes == 0 || !row.inQuestion.contains(id) || at + bytes > data.length) {
        // The rest cannot be told apart any more.
        return;
      }
      long raw = 0;
      for (int i = 0; i < bytes; i++) {
        raw = raw << 8 | data[at + i] & 0xFF;
      }
      at += bytes;
      answers++;
      out.value(row.wish.module(), row.wish.address(), id, raw, micros);
    }
  }

  @Override
  public boolean finished() {
    return stopped || rows.isEmpty();
  }

  /** Values that came. */
  @Override
  public Long result() {
    return answers;
  }
}
