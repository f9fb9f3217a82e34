package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** When what a hook-up heard is handed on to be stored, and what of it is kept longer. */
class TrafficTest {
  private record Stored(int entries, boolean pinned) {}

  private final List<Stored> stored = new ArrayList<>();
  private final LiveReports reports = mock(LiveReports.class);
  private final Station station =
      new Station(new Name(7), 250_000, false, f -> {}, new Station.Listener() {});

  private Traffic traffic(boolean stores) {
    doAnswer(
            call ->
                stored.add(new Stored(((List<?>) call.getArgument(0)).size(), call.getArgument(1))))
        .when(reports)
        .frames(any(), anyBoolean());
    station.start(1);
    Traffic t = new Traffic(reports, stores);
    t.begin(1);
    return t;
  }

  private void heard(Traffic t, long micros, boolean pin) {
    t.event(
        new LinkEvent.Seen(new StampedFrame(micros, Frame.extended(0x0CF00400, 1, 2))),
        station,
        pin);
  }

  @Test
  void framesWaitUntilFiveSecondsHaveGone() {
    Traffic t = traffic(true);
    heard(t, 1_000, false);
    heard(t, 5_000_000, false);
    assertThat(stored).isEmpty();
    heard(t, 5_000_002, false);
    assertThat(stored).containsExactly(new Stored(3, true));
    heard(t, 6_000_000, false);
    t.store();
    assertThat(stored).last().isEqualTo(new Stored(1, false));
  }

  @Test
  void manyFramesDoNotWait() {
    Traffic t = traffic(true);
    for (int i = 0; i < 8_192; i++) {
      heard(t, 10 + i, false);
    }
    assertThat(stored).hasSize(1);
  }

  @Test
  void whatAPersonDidAndWhatIsUnderWayIsKeptLonger() {
    Traffic t = traffic(true);
    t.store();
    heard(t, 10, false);
    t.store();
    heard(t, 20, true);
    t.store();
    t.operator(OperatorEvent.of(OperatorEvent.ROLL, OperatorEvent.STOP), 30);
    t.store();
    assertThat(stored)
        .containsExactly(new Stored(1, false), new Stored(1, true), new Stored(1, true));
  }

  @Test
  void whatComesFromAFileIsNotStoredAgain() {
    Traffic t = traffic(false);
    heard(t, 10, true);
    t.store();
    assertThat(stored).isEmpty();
  }

  @Test
  void nothingIsStoredWhereNothingCame() {
    Traffic t = traffic(true);
    t.store();
    assertThat(stored).isEmpty();
  }
}
