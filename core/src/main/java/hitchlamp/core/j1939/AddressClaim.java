package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Consumer;

/**
 * Our own address: claimed, defended, yielded (J1939-81, from memory). We try service tool 1, then
 * 2; where both are held by lower names we have none and say so.
 */
public final class AddressClaim {
  /** Time after a claim in which somebody may contest it. */
  public static final long CONTEST_MICROS = 250_000;

  /** "Cannot claim" waits so many of these steps at random: 0 to 153 ms (J1939-81, from memory). */
  private static final int DELAY_STEPS = 256;

  private static final long DELAY_STEP_MICROS = 600;

  private static final int PRIORITY = 6;
  private static final List<Integer> WANTED =
      List.of(Address.SERVICE_TOOL_1, Address.SERVICE_TOOL_2);

  /** Where we stand. */
  public enum State {
    UNCLAIMED,
    CLAIMING,
    CLAIMED,
    /** Both addresses are held by others. */
    CANNOT_CLAIM
  }

  private final Name name;
  private final Consumer<Frame> send;
  private State state = State.UNCLAIMED;
  private int wanted;
  private long settledAt = Long.MAX_VALUE;
  private boolean yielded;
  private long sayAt = Long.MAX_VALUE;
  private int said;

  public AddressClaim(Name name, Consumer<Frame> send) {
    this.name = name;
    this.send = send;
  }

  public Name name() {
    return name;
  }

  public State state() {
    return state;
  }

  /** True where we lost an address to another tool since we began. */
  public boolean yielded() {
    return yielded;
  }

  /** Our address once claimed, else {@link Address#NULL}. */
  public int address() {
    return state == State.CLAIMED ? WANTED.get(wanted) : Address.NULL;
  }

  /** Claims the first wanted address. */
  public void start(long micros) {
    wanted = 0;
    claim(micros);
  }

  private void claim(long micros) {
    state = State.CLAIMING;
    settledAt = micros + CONTEST_MICROS;
    send.accept(frame(name, WANTED.get(wanted)));
  }

  /** The frame that claims an address for a name. */
  public static Frame frame(Name name, int address) {
    int id = Identifier.to(Address.GLOBAL, Pgn.ADDRESS_CLAIMED, address, PRIORITY).bits();
    return new Frame(id, true, 8, name.bits());
  }

  /**
   * Somebody claims an address: answers where it is the one we want or hold. Our own claims come
   * back too.
   */
  public void heard(int address, Name other, long micros) {
    boolean mine =
        (state == State.CLAIMING || state == State.CLAIMED) && WANTED.get(wanted) == address;
    if (!mine || other.equals(name)) {
      return;
    }
    if (name.winsOver(other)) {
      send.accept(frame(name, address));
      return;
    }
    yielded = true;
    if (++wanted < WANTED.size()) {
      claim(micros);
    } else {
      state = State.CANNOT_CLAIM;
      settledAt = Long.MAX_VALUE;
      cannot(micros);
    }
  }

  /** Says that we have none, after the wait that keeps several from saying so at once. */
  private void cannot(long micros) {
    if (sayAt == Long.MAX_VALUE) {
      sayAt =
          micros
              + DELAY_STEP_MICROS
                  * (new SplittableRandom(name.bits() + said++).nextInt(DELAY_STEPS));
    }
  }

  /**
   * Somebody commands an address (J1939-81, from memory). A service tool obeys where it is one of
   * its own two and free to take; else it stays where it is.
   *
   * @return true where it claims that address now, or has it
   */
  public boolean commanded(int address, long micros) {
    int place = WANTED.indexOf(address);
    boolean stands = state == State.CLAIMED || state == State.CLAIMING;
    if (place < 0 || !stands) {
      return false;
    }
    if (place != wanted) {
      wanted = place;
      claim(micros);
    }
    return true;
  }

  /** Somebody asks who is there: we answer too. */
  public void asked(long micros) {
    switch (state) {
      case CLAIMED, CLAIMING -> send.accept(frame(name, WANTED.get(wanted)));
      case CANNOT_CLAIM -> cannot(micros);
      case UNCLAIMED -> {}
    }
  }

  /** Time has come to {@code micros}: an uncontested claim stands. */
  public void tick(long micros) {
    if (state == State.CLAIMING && micros >= settledAt) {
      state = State.CLAIMED;
      settledAt = Long.MAX_VALUE;
    }
    if (sayAt <= micros) {
      sayAt = Long.MAX_VALUE;
      if (state == State.CANNOT_CLAIM) {
        send.accept(frame(name, Address.NULL));
      }
    }
  }

  public long nextTimer() {
    return Math.min(settledAt, sayAt);
  }
}
