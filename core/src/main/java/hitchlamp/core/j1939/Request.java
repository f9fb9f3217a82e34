package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;

/** The request for a parameter group (J1939-21, from memory). */
public final class Request {
  /** Priority of requests and acknowledgements. */
  public static final int PRIORITY = 6;

  /** Most requests a second that a group is polled with. */
  public static final int MOST_POLLS_PER_SECOND = 3;

  private Request() {}

  /** The frame that asks {@code destination}, or everybody, for a group. */
  public static Frame of(int pgn, int own, int destination) {
    return Frame.extended(
        Identifier.to(destination, Pgn.REQUEST, own, PRIORITY).bits(), pgn, pgn >> 8, pgn >> 16);
  }

  /** The group that a request asks for, -1 where the data are too short. */
  public static int pgnOf(Message request) {
    return request.data().length < 3 ? -1 : (int) request.number(0, 3) & Pgn.GREATEST;
  }
}
