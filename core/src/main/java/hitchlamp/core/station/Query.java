package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.j1939.ClearOne;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.j1939.Request;
import hitchlamp.core.j1939.TestResult;
import java.util.List;

/** A question to one module that one group of parameters answers. */
public sealed interface Query {
  /** Group of the answer. */
  int pgn();

  /** Group of the question itself. */
  default int by() {
    return Pgn.REQUEST;
  }

  /** The question on the bus. */
  Frame frame(int own, int destination);

  /** True where it is answered by this; a late answer to the question before is not one. */
  default boolean answeredBy(Message m) {
    return m.pgn() == pgn();
  }

  /** True where an acknowledgement of this group speaks of the question. */
  default boolean meant(int acknowledged) {
    return acknowledged == pgn() || by() != Pgn.REQUEST && acknowledged == by();
  }

  /** True where nothing is asked but a deed, so that the acknowledgement is the answer. */
  default boolean deed() {
    return pgn() == Pgn.DM3 || pgn() == Pgn.DM11;
  }

  /** A plain request for a group. */
  record Group(int pgn) implements Query {
    @Override
    public Frame frame(int own, int destination) {
      return Request.of(pgn, own, destination);
    }
  }

  /** What the tests of one parameter found. */
  record TestsOf(int spn) implements Query {
    @Override
    public int pgn() {
      return Pgn.DM30;
    }

    @Override
    public int by() {
      return Pgn.DM7;
    }

    @Override
    public Frame frame(int own, int destination) {
      return TestResult.question(spn, own, destination);
    }

    @Override
    public boolean answeredBy(Message m) {
      List<TestResult> told = m.pgn() == Pgn.DM30 ? TestResult.of(m.data()).results() : List.of();
      return m.pgn() == Pgn.DM30 && (told.isEmpty() || told.stream().anyMatch(r -> r.spn() == spn));
    }
  }

  /** What the test of a number found, of a module that numbers its tests. */
  record NumberedTest(int test) implements Query {
    @Override
    public int pgn() {
      return Pgn.DM8;
    }

    @Override
    public int by() {
      return Pgn.DM7;
    }

    @Override
    public Frame frame(int own, int destination) {
      return TestResult.numbered(test, own, destination);
    }

    @Override
    public boolean answeredBy(Message m) {
      return m.pgn() == Pgn.DM8 && TestResult.old(m.data()).filter(r -> r.test() != test).isEmpty();
    }
  }

  /**
   * Clears one fault alone.
   *
   * @param active true where it is one of the active, false where of the earlier ones
   */
  record Clear(Dtc fault, boolean active) implements Query {
    @Override
    public int pgn() {
      return Pgn.DM22;
    }

    @Override
    public int by() {
      return Pgn.DM22;
    }

    @Override
    public Frame frame(int own, int destination) {
      return ClearOne.question(fault, active, own, destination);
    }

    /** One that only acknowledges has taken it as well; the read after it tells. */
    @Override
    public boolean deed() {
      return true;
    }

    @Override
    public boolean answeredBy(Message m) {
      return m.pgn() == Pgn.DM22 && ClearOne.of(m.data(), fault, active).isPresent();
    }
  }
}
