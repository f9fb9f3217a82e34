package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.j1939.Acknowledgement;
import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Transport;
import hitchlamp.core.uds.Exchange;
import java.util.function.Consumer;

/** A question to one module that a group of parameters answers. */
final class GroupRequest extends Conversation {
  /** What it needs of the bus and of who keeps the order. */
  interface Line {
    /** Our address. */
    int own();

    void send(Frame frame);

    /**
     * A module answered what we have not seen on the bus: this link does not show our own frames.
     */
    void answeredUnseen();

    /** True where that has happened. */
    boolean hidesOwn();

    /** True while a long message comes from a module. */
    boolean receivingFrom(int module);

    /**
     * It is over.
     *
     * @param tell tells who asked; the next in turn comes after it
     */
    void over(GroupRequest request, Runnable tell, long micros);
  }

  private final Line line;
  private final Query question;
  private final Consumer<Answer> done;
  private int triesLeft;
  private long deadline;
  private boolean onBus;

  /** True where one of the tries was seen on the bus. */
  private boolean wasOnBus;

  private boolean pausing;
  private Answer worst = new Answer.Silent();

  /**
   * @param done called once with the answer
   */
  GroupRequest(
      Line line,
      int destination,
      Query question,
      Urgency urgency,
      int tries,
      long place,
      Object owner,
      Consumer<Answer> done) {
    super(destination, urgency, place, owner);
    this.line = line;
    this.question = question;
    this.triesLeft = tries;
    this.done = done;
  }

  @Override
  void begin(long micros) {
    triesLeft--;
    pausing = false;
    onBus = false;
    // The module's time runs from when our request is seen on the bus.
    deadline = micros + Exchange.CARRIED_MICROS;
    line.send(question.frame(line.own(), destination));
  }

  @Override
  void notAsked(String why) {
    done.accept(new Answer.NotAsked(why));
  }

  @Override
  void tick(long micros) {
    if (deadline > micros) {
      return;
    }
    if (pausing) {
      begin(micros);
    } else if (line.receivingFrom(destination)) {
      // A long answer is on its way; its own time-outs end it.
      deadline = micros + Transport.T1_MICROS;
    } else {
      againOrGive(micros);
    }
  }

  @Override
  long nextTimer() {
    return deadline;
  }

  @Override
  void giveWay() {
    triesLeft++;
  }

  /** Our own request seen on the tap: from then on the module's time runs. */
  void carried(Identifier id, long micros) {
    if (!onBus && !pausing && id.source() == line.own() && id.pgn() == question.by()) {
      onBus = true;
      wasOnBus = true;
      deadline = micros + Transport.T3_MICROS;
    }
  }

  /** A whole message of the module: perhaps the answer. */
  void heard(Message m) {
    if (pausing) {
      return;
    }
    if (question.answeredBy(m)) {
      reached(m.destination());
      finish(new Answer.Given(m), m.lastMicros());
      return;
    }
    Acknowledgement.of(m)
        .filter(a -> question.meant(a.pgn()) && a.answers(line.own(), m.destination()))
        .ifPresent(
            a -> {
              reached(line.own());
              acknowledged(a, m.lastMicros());
            });
  }

  /** What is sent to us alone answers us; what is sent to all may come by itself. */
  private void reached(int destination) {
    if (!wasOnBus && destination == line.own()) {
      line.answeredUnseen();
    }
  }

  private void acknowledged(Acknowledgement a, long micros) {
    switch (a.kind()) {
      case NOT_SUPPORTED -> finish(new Answer.NotSupported(), micros);
      case ACCESS_DENIED -> finish(new Answer.Denied(), micros);
      case BUSY -> {
        worst = new Answer.Busy();
        if (triesLeft > 0) {
          pausing = true;
          deadline = micros + Conversations.BUSY_MICROS;
        } else {
          finish(worst, micros);
        }
      }
      case ACCEPTED -> {
        if (question.deed()) {
          finish(new Answer.Accepted(), micros);
        } else {
          deadline = micros + Transport.T3_MICROS;
        }
      }
    }
  }

  /** A long answer broke off: it is asked again while tries are left. */
  void broke(BrokenTransfer t) {
    if (question.pgn() == t.pgn()
        && (t.destination() == line.own() || t.destination() == Address.GLOBAL)) {
      worst = new Answer.Broken(t);
      againOrGive(t.micros());
    }
  }

  private void againOrGive(long micros) {
    if (triesLeft > 0) {
      begin(micros);
    } else if (worst instanceof Answer.Silent && !wasOnBus && !line.hidesOwn()) {
      // Nobody is silent who was not asked.
      finish(new Answer.NotAsked(StationWords.say("our-question-did-not-come")), micros);
    } else {
      finish(worst, micros);
    }
  }

  private void finish(Answer answer, long micros) {
    line.over(this, () -> done.accept(answer), micros);
  }
}
