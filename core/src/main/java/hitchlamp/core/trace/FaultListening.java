package hitchlamp.core.trace;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Component.Sign;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.watch.LiveBook;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Listens for a fault among those that its module tells by itself as active (DM1, once a second by
 * SAE J1939-73, from memory). Waiting for it to come ends as soon as it is told; that it stays away
 * is known only when the time is over. Waiting for it to go is the mirror of that.
 */
public final class FaultListening implements UnitCheck {
  /** So many messages without the fault, one after another, before it counts as gone. */
  static final int GONE_AFTER = 3;

  private static final double SECOND = 1e6;

  private final Guide.FaultNow asks;
  private final List<Sign> signs;
  private final FaultTarget target;
  private final long began;
  private int told;
  private int without;
  private String seen = "";

  /**
   * @param signs faults that are listened for
   * @param target module that would tell them
   * @param micros bus time at which it begins
   */
  public FaultListening(Guide.FaultNow asks, List<Sign> signs, FaultTarget target, long micros) {
    this.asks = asks;
    this.signs = signs;
    this.target = target;
    this.began = micros;
  }

  @Override
  public void heard(Message m) {
    if (m.pgn() != Pgn.DM1 || m.source() != target.address() || m.lastMicros() < began) {
      return;
    }
    FaultMessage content = FaultMessage.of(m.data(), target.conversion());
    if (content.garbled().isPresent()) {
      return;
    }
    told++;
    Optional<String> found =
        content.faults().stream()
            .filter(d -> signs.stream().anyMatch(s -> s.is(d.spn(), d.fmi())))
            .map(d -> "SPN " + d.spn() + " FMI " + d.fmi())
            .findFirst();
    found.ifPresent(f -> seen = f);
    without = found.isPresent() ? 0 : without + 1;
  }

  @Override
  public Optional<UnitAnswer> look(LiveBook book, long micros) {
    double seconds = (micros - began) / SECOND;
    boolean over = seconds >= asks.seconds();
    boolean there = told > 0 && without == 0;
    if (there && (over || !asks.gone())) {
      return Optional.of(
          UnitAnswer.of(Guide.THERE, seen + " is active, told by " + target.title() + "."));
    }
    boolean gone = without >= GONE_AFTER;
    if (gone && (over || asks.gone())) {
      return Optional.of(
          UnitAnswer.of(
              Guide.GONE,
              names()
                  + " not active in "
                  + without
                  + " messages of "
                  + target.title()
                  + ", one after another."));
    }
    // A message a second and three of them: twice that is time enough to call it silence.
    return over && seconds > 2 * GONE_AFTER
        ? Optional.of(
            UnitAnswer.cannotTell(
                told == 0
                    ? target.title()
                        + " told no active faults by itself. Is the key on, does the module answer?"
                    : "It comes and goes: seen in some messages, not in others."))
        : Optional.empty();
  }

  private String names() {
    return signs.stream()
        .limit(4)
        .map(s -> "SPN " + s.spn() + (s.fmi() == Sign.ANY ? "" : " FMI " + s.fmi()))
        .collect(Collectors.joining(", "));
  }

  @Override
  public String waits() {
    return "Listening for "
        + (asks.gone() ? "the fault to go" : "the fault")
        + ", at most "
        + Math.round(asks.seconds())
        + " s: "
        + told
        + " messages of "
        + target.title()
        + (seen.isEmpty() ? "" : without == 0 ? ", it is there" : ", it was there");
  }
}
