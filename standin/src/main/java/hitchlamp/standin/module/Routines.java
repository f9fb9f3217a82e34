package hitchlamp.standin.module;

import hitchlamp.standin.bus.Agenda;
import java.io.ByteArrayOutputStream;
import java.util.HashMap;
import java.util.Map;
import java.util.function.BooleanSupplier;

/**
 * The routines of a module (service 0x31 of ISO 14229-1, from memory). The results of one that runs
 * for a while begin with its state, percent and reason.
 */
final class Routines {
  private static final int START = 1;
  private static final int STOP = 2;
  private static final int RESULTS = 3;
  private static final long LOOKS_MICROS = 100_000;
  private static final long PENDING_EVERY_MICROS = 1_500_000;
  private static final int DONE = 0;
  private static final int RUNS = 1;
  private static final int BROKE_OFF = 2;
  private static final int UNKNOWN_PERCENT = 0xFF;

  /** Sends an answer later than its request. */
  interface Later {
    void answer(byte[] answer, int tester);
  }

  /** How one stands. */
  private static final class Run {
    long startedAt;
    boolean runs;
    int state;
    int percent;
    int reason;

    /** Ends what an earlier start still looks at. */
    int turn;
  }

  private final Agenda agenda;
  private final Later later;
  private final BooleanSupplier inSession;
  private final Map<Integer, Routine> routines = new HashMap<>();
  private final Map<Integer, Run> runs = new HashMap<>();

  Routines(Agenda agenda, BooleanSupplier inSession, Later later) {
    this.agenda = agenda;
    this.inSession = inSession;
    this.later = later;
  }

  void add(int id, Routine routine) {
    routines.put(id, routine);
  }

  /** The answer to a request; empty where it comes later. */
  byte[] on(byte[] r, int tester) {
    if (r.length < 4) {
      return Services.refuse(r, 0x13);
    }
    int id = (r[2] & 0xFF) << 8 | r[3] & 0xFF;
    Routine routine = routines.get(id);
    if (routine == null) {
      return Services.refuse(r, 0x31);
    }
    if (!inSession.getAsBoolean()) {
      return Services.refuse(r, 0x7F);
    }
    return switch (r[1]) {
      case START -> start(r, id, routine, tester);
      case STOP -> stop(r, id, routine);
      case RESULTS -> results(r, id, routine);
      default -> Services.refuse(r, 0x12);
    };
  }

  private static byte[] done(byte[] r) {
    return new byte[] {0x71, r[1], r[2], r[3]};
  }

  private byte[] start(byte[] r, int id, Routine routine, int tester) {
    Run run = runs.get(id);
    if (run != null && run.runs) {
      return Services.refuse(r, 0x24);
    }
    int code = routine.start(tester);
    if (code != 0) {
      return Services.refuse(r, code);
    }
    Run begun = runs.computeIfAbsent(id, k -> new Run());
    begun.startedAt = agenda.now();
    begun.percent = 0;
    begun.reason = 0;
    begun.turn++;
    if (routine.seconds() == 0) {
      end(begun, routine, DONE);
      return done(r);
    }
    begun.runs = true;
    begun.state = RUNS;
    int turn = begun.turn;
    agenda.in(LOOKS_MICROS, () -> look(routine, begun, turn));
    if (!routine.pends()) {
      return done(r);
    }
    pend(r, tester, begun, turn);
    return Services.refuse(r, 0x78);
  }

  /** While it runs the module says "more time", then answers. */
  private void pend(byte[] r, int tester, Run run, int turn) {
    long left = run.startedAt + Math.round(routines.get(id(r)).seconds() * 1e6) - agenda.now();
    agenda.in(
        Math.max(1, Math.min(PENDING_EVERY_MICROS, left)),
        () -> {
          if (run.turn != turn) {
            return;
          }
          if (run.runs && left > PENDING_EVERY_MICROS) {
            later.answer(Services.refuse(r, 0x78), tester);
            pend(r, tester, run, turn);
          } else {
            look(routines.get(id(r)), run, turn);
            later.answer(run.state == DONE ? done(r) : Services.refuse(r, 0x22), tester);
          }
        });
  }

  private static int id(byte[] r) {
    return (r[2] & 0xFF) << 8 | r[3] & 0xFF;
  }

  private void look(Routine routine, Run run, int turn) {
    if (!run.runs || run.turn != turn) {
      return;
    }
    double gone = (agenda.now() - run.startedAt) / 1e6;
    run.percent = (int) Math.min(100, Math.round(100 * gone / routine.seconds()));
    int reason = routine.breaksOff();
    if (reason != 0) {
      run.reason = reason;
      end(run, routine, BROKE_OFF);
    } else if (!inSession.getAsBoolean() && !routine.outlivesSession()) {
      end(run, routine, BROKE_OFF);
    } else if (gone >= routine.seconds()) {
      end(run, routine, DONE);
    } else {
      agenda.in(LOOKS_MICROS, () -> look(routine, run, turn));
    }
  }

  private static void end(Run run, Routine routine, int state) {
    run.runs = false;
    run.state = state;
    routine.ends();
  }

  private byte[] stop(byte[] r, int id, Routine routine) {
    Run run = runs.get(id);
    if (!routine.stops()) {
      return Services.refuse(r, 0x12);
    }
    if (run == null || !run.runs) {
      return Services.refuse(r, 0x24);
    }
    end(run, routine, BROKE_OFF);
    return done(r);
  }

  private byte[] results(byte[] r, int id, Routine routine) {
    Run run = runs.get(id);
    if (run == null || routine.pends() && run.state != DONE) {
      return Services.refuse(r, 0x24);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(done(r));
    if (!routine.pends() && routine.seconds() > 0) {
      out.write(run.state);
      out.write(run.state == BROKE_OFF ? UNKNOWN_PERCENT : run.percent);
      out.write(run.reason);
    }
    if (run.state == DONE) {
      out.writeBytes(routine.results());
    }
    return out.toByteArray();
  }

  /** The session has ended, or the supply is gone: what does not outlive it ends. */
  void sessionEnded(boolean supplyGone) {
    runs.forEach(
        (id, run) -> {
          Routine routine = routines.get(id);
          if (run.runs && (supplyGone || !routine.outlivesSession())) {
            end(run, routine, BROKE_OFF);
          }
        });
  }
}
