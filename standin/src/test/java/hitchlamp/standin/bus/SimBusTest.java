package hitchlamp.standin.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SimBusTest {
  private final Agenda agenda = new Agenda();
  private final SimBus bus = new SimBus(agenda, 250_000);
  private final List<Integer> heard = new ArrayList<>();
  private final List<Long> times = new ArrayList<>();

  private void run(long until) {
    bus.listen(
        (stamped, sender) -> {
          heard.add(stamped.frame().identifier());
          times.add(stamped.micros());
        });
    while (agenda.step(until)) {
      // one event each
    }
  }

  @Test
  void theLowestIdentifierWinsTheBus() {
    agenda.in(
        0,
        () -> {
          bus.send(Frame.extended(0x18FEEE00, 1), this);
          bus.send(Frame.extended(0x1CFF0000, 1), this);
          bus.send(Frame.extended(0x0CF00400, 1), this);
          bus.send(new Frame(0x7FF, false, 0, 0), this);
          bus.send(new Frame(0x100, false, 0, 0), this);
        });
    run(100_000);
    // The first found the bus free; then by arbitration, an 11-bit identifier by its first bits.
    assertThat(heard).containsExactly(0x18FEEE00, 0x100, 0x0CF00400, 0x1CFF0000, 0x7FF);
  }

  @Test
  void eachFrameTakesItsBitsAtTheBitRate() {
    Frame f = Frame.extended(0x0CF00400, 1, 2, 3, 4, 5, 6, 7, 8);
    agenda.in(
        0,
        () -> {
          for (int i = 0; i < 100; i++) bus.send(f, this);
        });
    run(1_000_000);
    assertThat((double) times.get(99)).isCloseTo(100.0 * f.bitsOnWire() * 4, within(1.0));
    assertThat(bus.bitsCarried()).isEqualTo(100L * f.bitsOnWire());
  }

  @Test
  void aFullLineLosesFramesAndGrowsNoFurther() {
    agenda.in(
        0,
        () -> {
          for (int i = 0; i < 10_000; i++) bus.send(Frame.extended(5, 1), this);
        });
    agenda.step(0);
    assertThat(bus.waiting()).isLessThanOrEqualTo(SimBus.MOST_WAITING);
    assertThat(bus.lost()).isPositive();
  }
}
