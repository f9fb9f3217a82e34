package hitchlamp.core.j1939;

import java.util.Optional;

/**
 * An acknowledgement: a module says that it will, cannot, may not or cannot just now (J1939-21,
 * from memory).
 *
 * @param kind what it says
 * @param pgn of which group it speaks
 * @param source who says it
 * @param acknowledged address whose request is meant; 255 in old modules that leave the byte unused
 */
public record Acknowledgement(Kind kind, int pgn, int source, int acknowledged) {
  /** The control byte. */
  public enum Kind {
    ACCEPTED,
    NOT_SUPPORTED,
    ACCESS_DENIED,
    BUSY
  }

  /** Reads one; empty where the message is no acknowledgement of a known kind. */
  public static Optional<Acknowledgement> of(Message m) {
    if (m.pgn() != Pgn.ACKNOWLEDGEMENT || m.data().length < 8 || m.at(0) >= Kind.values().length) {
      return Optional.empty();
    }
    int pgn = (int) m.number(5, 3) & Pgn.GREATEST;
    return Optional.of(new Acknowledgement(Kind.values()[m.at(0)], pgn, m.source(), m.at(4)));
  }

  /**
   * True where it answers a request that {@code own} made: sent to us, or to everybody naming us or
   * nobody.
   */
  public boolean answers(int own, int destination) {
    return destination == own || acknowledged == own || acknowledged == Address.GLOBAL;
  }
}
