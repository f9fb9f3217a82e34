package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What links have heard and nobody has taken yet: bounded for one, and for all together. */
class ArrivalsTest {
  private static final int MUCH = Arrivals.MOST_WAITING + 5_000;

  private final List<Arrivals> all = new ArrayList<>();

  private Arrivals arrivals() {
    Arrivals a = new Arrivals(1);
    all.add(a);
    return a;
  }

  @AfterEach
  void closed() {
    all.forEach(Arrivals::close);
  }

  private static void hears(Arrivals a, int frames) {
    for (int i = 0; i < frames; i++) {
      a.seen(new StampedFrame(i, new Frame(0x18FEF100, true, 8, i)));
    }
  }

  /** Frames that wait, by taking them. */
  private static int taken(Arrivals a) throws InterruptedException {
    int n = 0;
    while (a.await(Long.MIN_VALUE) instanceof LinkEvent.Seen) {
      n++;
    }
    return n;
  }

  @Test
  void oneLinkMayLagBehindByManyFramesAndTheRestIsCounted() throws InterruptedException {
    Arrivals a = arrivals();
    hears(a, MUCH);
    assertThat(a.lost()).isEqualTo(5_000);
    assertThat(taken(a)).isEqualTo(Arrivals.MOST_WAITING);
  }

  @Test
  void whereManyLagBehindEachKeepsLessAndNothingGoesUncounted() throws InterruptedException {
    int links = Arrivals.MOST_BEHIND + 10;
    for (int i = 0; i < links; i++) {
      hears(arrivals(), MUCH);
    }
    int most = 0;
    for (Arrivals a : all) {
      int waited = taken(a);
      assertThat(waited + a.lost()).as("all are waiting or counted").isEqualTo(MUCH);
      assertThat(waited).isIn(Arrivals.MOST_WAITING, Arrivals.MOST_AMONG_MANY);
      most += waited == Arrivals.MOST_WAITING ? 1 : 0;
    }
    assertThat(most).isEqualTo(Arrivals.MOST_BEHIND);
  }

  @Test
  void onesThatCaughtUpOrWereClosedMakeRoomForOthers() throws InterruptedException {
    for (int i = 0; i < Arrivals.MOST_BEHIND; i++) {
      hears(arrivals(), MUCH);
    }
    taken(all.get(0));
    hears(all.get(0), 1);
    all.get(1).close();
    for (int i = 0; i < 2; i++) {
      Arrivals next = arrivals();
      hears(next, MUCH);
      assertThat(taken(next)).isEqualTo(Arrivals.MOST_WAITING);
      next.close();
    }
  }

  /** A service that sets the clock of the daemon's computer by an hour, and one wrong stamp. */
  @Test
  void framesWithTheStampsOfAClockThatWasSetComeInTheirOrder() throws InterruptedException {
    Arrivals a = arrivals();
    long hour = 3_600_000_000L;
    List<LinkEvent> told = new ArrayList<>();
    for (int i = 0; i < 400; i++) {
      long micros = i == 300 ? 99_999_999_999_000_000L : (i < 200 ? 2 * hour : hour) + i * 1_000L;
      told.add(new LinkEvent.Seen(new StampedFrame(micros, new Frame(0x18FEF100, true, 8, i))));
    }
    a.came(told);
    long last = 0;
    for (int i = 0; i < 400; i++) {
      LinkEvent next = a.await(Long.MIN_VALUE);
      assertThat(next.micros() - last).as("frame %d", i).isBetween(0L, i == 0 ? 2 * hour : 2_000L);
      last = next.micros();
    }
    assertThat(a.now()).isGreaterThanOrEqualTo(last);
  }

  @Test
  void theLossOfTheLinkIsToldHoweverMuchWaits() throws InterruptedException {
    Arrivals a = arrivals();
    hears(a, MUCH);
    a.gone("unplugged");
    LinkEvent last = null;
    for (int i = 0; i < Arrivals.MOST_WAITING; i++) {
      last = a.await(Long.MIN_VALUE);
    }
    assertThat(last).isInstanceOf(LinkEvent.Lost.class);
  }
}
