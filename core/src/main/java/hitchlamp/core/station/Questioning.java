package hitchlamp.core.station;

import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Puts questions to several modules at once, to each one after another. A module that lets {@link
 * #GIVE_UP_AFTER} of them pass in silence is asked nothing more.
 *
 * @param <D> what collects the answers of one module
 * @param <A> what a question by service is about
 */
public final class Questioning<D, A> {
  /** Questions in a row without any answer after which a module is left alone. */
  public static final int GIVE_UP_AFTER = 2;

  /** Takes what comes of the questions. */
  public interface Ear<D, A> {
    /** What became of a group that was asked for; more may be asked of the same module. */
    void group(Row<D, A> row, Query query, Answer answer);

    /** What became of a service. */
    void service(Row<D, A> row, A about, Reply reply);

    /** It stopped answering with questions left. */
    void gaveUp(D desk);

    /** Everything asked of this module has ended. */
    void ended(D desk);
  }

  private sealed interface Question<A> {
    record Group<A>(Query query) implements Question<A> {}

    record Service<A>(byte[] request, A about) implements Question<A> {}
  }

  private record Asked<D, A>(Row<D, A> row, Question<A> question) {}

  /** The questions that wait for one module. */
  public static final class Row<D, A> {
    private final D desk;
    private final int address;
    private final Deque<Question<A>> rest = new ArrayDeque<>();
    private final Deque<Question<A>> last = new ArrayDeque<>();
    private int silent;
    private boolean atItsLast;

    private Row(D desk, int address) {
      this.desk = desk;
      this.address = address;
    }

    public D desk() {
      return desk;
    }

    /** Asks for a group when its turn comes. */
    public Row<D, A> ask(int pgn) {
      rest.add(new Question.Group<>(new Query.Group(pgn)));
      return this;
    }

    /** Asks for a group when everything else has been asked. */
    public Row<D, A> askLast(int pgn) {
      last.add(new Question.Group<>(new Query.Group(pgn)));
      return this;
    }

    /** Asks for a service when everything else has been asked. */
    public Row<D, A> askLast(byte[] request, A about) {
      last.add(new Question.Service<>(request, about));
      return this;
    }

    /** Puts any other question when everything else has been asked. */
    public void askLast(Query query) {
      last.add(new Question.Group<>(query));
    }

    private Question<A> poll() {
      atItsLast = rest.isEmpty();
      return atItsLast ? last.poll() : rest.poll();
    }

    private void askNothingMore() {
      rest.clear();
      last.clear();
    }

    /** Asks for a service when its turn comes. */
    public Row<D, A> ask(byte[] request, A about) {
      rest.add(new Question.Service<>(request, about));
      return this;
    }

    /** Asks for a service before everything else that waits. */
    public void askNext(byte[] request, A about) {
      rest.addFirst(new Question.Service<>(request, about));
    }
  }

  private final Ear<D, A> ear;
  private final List<Row<D, A>> rows = new ArrayList<>();
  private final Map<Integer, Asked<D, A>> asked = new HashMap<>();
  private int nextTicket;

  public Questioning(Ear<D, A> ear) {
    this.ear = ear;
  }

  /** A module at an address that is to be asked. */
  public Row<D, A> row(D desk, int address) {
    Row<D, A> row = new Row<>(desk, address);
    rows.add(row);
    return row;
  }

  /** True where nothing is left but what was to be asked last. */
  public boolean atTheLast() {
    return !rows.isEmpty() && rows.stream().allMatch(r -> r.atItsLast && r.rest.isEmpty());
  }

  /** Asks each module its first question. */
  public void begin(List<Command> out) {
    rows.forEach(r -> next(r, out));
  }

  /** Takes answers and replies, asks what comes next. */
  public void on(Event event, List<Command> out) {
    if (event instanceof Event.Answered a) {
      Asked<D, A> was = asked.remove(a.ticket());
      if (was != null && was.question() instanceof Question.Group<A> g) {
        heard(was.row(), a.answer() instanceof Answer.Silent);
        ear.group(was.row(), g.query(), a.answer());
        next(was.row(), out);
      }
    } else if (event instanceof Event.Replied r) {
      Asked<D, A> was = asked.remove(r.ticket());
      if (was != null && was.question() instanceof Question.Service<A> s) {
        heard(was.row(), r.reply() instanceof Reply.Silent);
        ear.service(was.row(), s.about(), r.reply());
        if (r.reply() instanceof Reply.NeverDone) {
          // It would do the same with every other; what it told already is kept.
          was.row().askNothingMore();
        }
        next(was.row(), out);
      }
    }
  }

  private void heard(Row<D, A> row, boolean silence) {
    row.silent = silence ? row.silent + 1 : 0;
  }

  private void next(Row<D, A> row, List<Command> out) {
    if (row.silent >= GIVE_UP_AFTER) {
      row.askNothingMore();
      ear.gaveUp(row.desk);
    }
    Question<A> question = row.poll();
    if (question == null) {
      ear.ended(row.desk);
      return;
    }
    int ticket = nextTicket++;
    asked.put(ticket, new Asked<>(row, question));
    // After one silence a single try tells whether it is still there.
    boolean doubtful = row.silent > 0;
    if (question instanceof Question.Group<A> g) {
      int tries = doubtful ? 1 : Command.Ask.TRIES;
      out.add(new Command.Ask(ticket, row.address, g.query(), Urgency.READ, tries));
    } else if (question instanceof Question.Service<A> s) {
      int tries = doubtful ? 1 : Command.Call.TRIES;
      out.add(
          new Command.Call(
              ticket, row.address, s.request(), Urgency.READ, tries, Exchange.PENDING_MICROS));
    }
  }
}
