package hitchlamp.core.hookup;

import hitchlamp.core.j1939.BrokenTransfer;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/**
 * A roll made by listening alone, for a recorded log: whoever sent is on it, and whatever identity
 * or faults he told to anybody. Nobody is called silent, since nobody was asked.
 */
public final class ListenIn implements Procedure<Roll> {
  /** Broken transfers that are kept one by one. */
  private static final int MOST_BROKEN = 10_000;

  private final RollState book;
  private final List<BrokenTransfer> broken = new ArrayList<>();
  private long started;
  private OptionalLong ended = OptionalLong.empty();

  public ListenIn(Pack pack) {
    this.book = new RollState(pack);
  }

  @Override
  public List<Command> on(Event event) {
    if (event instanceof Event.Began b) {
      started = b.micros();
    } else if (event instanceof Event.Claimed c) {
      book.claimed(c.address(), c.name(), c.micros());
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Broke b) {
      book.broke(b.transfer());
      if (broken.size() < MOST_BROKEN) {
        broken.add(b.transfer());
      }
    } else if (event instanceof Event.StopAsked s) {
      ended = OptionalLong.of(s.micros());
    }
    return List.of();
  }

  private void heard(Message message) {
    book.at(message.source(), message.lastMicros())
        .ifPresent(
            m -> {
              for (Item item : Item.values()) {
                if (item.pgn() == message.pgn()) {
                  m.answered = true;
                  m.told.put(item, book.read(m, item, message));
                }
              }
            });
  }

  /** Long messages that did not arrive whole, in the order in which they ended. */
  public List<BrokenTransfer> broken() {
    return List.copyOf(broken);
  }

  @Override
  public boolean finished() {
    return ended.isPresent();
  }

  @Override
  public Roll result() {
    Roll.State state = finished() ? Roll.State.COMPLETE : Roll.State.UNDER_WAY;
    Roll roll = book.build(true, state, started, ended, true);
    List<RollEntry> present =
        roll.entries().stream().filter(e -> e.firstMicros().isPresent()).toList();
    return new Roll(true, state, started, ended, present, roll.notes());
  }
}
