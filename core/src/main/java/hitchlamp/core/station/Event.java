package hitchlamp.core.station;

import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.uds.Reply;

/** What a {@link Procedure} is told, each with its bus time in microseconds. */
public sealed interface Event {
  long micros();

  /** The procedure begins. */
  record Began(long micros) implements Event {}

  /** A whole message was on the bus, asked for or not. */
  record Heard(Message message) implements Event {
    @Override
    public long micros() {
      return message.lastMicros();
    }
  }

  /** Somebody claimed an address, or said that he cannot (address 254). */
  record Claimed(int address, Name name, long micros) implements Event {}

  /** A request that this procedure made ended. */
  record Answered(int ticket, Answer answer, long micros) implements Event {}

  /** A diagnostic request that this procedure made ended. */
  record Replied(int ticket, Reply reply, long micros) implements Event {}

  /** A long message did not arrive whole. */
  record Broke(BrokenTransfer transfer) implements Event {
    @Override
    public long micros() {
      return transfer.micros();
    }
  }

  /** The time came that the procedure wanted to be woken at. */
  record Ticked(long micros) implements Event {}

  /** Something that this procedure holds is being let go of, and not because it asked for it. */
  record LettingGo(String holdId, long micros) implements Event {}

  /**
   * Letting go has come to something.
   *
   * @param confirmed false where the module did not say that it has let go
   */
  record LetGo(String holdId, boolean confirmed, long micros) implements Event {}

  /** Nothing may be commanded under this hold: the module has still to let go of something. */
  record NotTaken(String holdId, long micros) implements Event {}

  /** The operator answered a question or pressed what the procedure offered. */
  record Said(String choice, long micros) implements Event {}

  /** The operator wants it to stop; what was found is kept. */
  record StopAsked(long micros) implements Event {}
}
