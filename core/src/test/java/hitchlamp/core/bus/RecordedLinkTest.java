package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Iterator;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/** A recording as a link: in bus time, one frame at a time, and nothing is sent. */
class RecordedLinkTest {
  private static final Frame FRAME = new Frame(0x18FEEE00, true, 8, 0);

  @Test
  void itHoldsNoMoreThanTheFrameThatComesNext() {
    long[] taken = {0};
    Iterator<StampedFrame> endless =
        LongStream.iterate(1_000, t -> t + 1_000)
            .mapToObj(
                t -> {
                  taken[0]++;
                  return new StampedFrame(t, FRAME);
                })
            .iterator();
    RecordedLink link = new RecordedLink(endless);
    assertThat(link.startMicros()).isEqualTo(1_000);
    for (int i = 1; i <= 500; i++) {
      assertThat(link.await(Long.MAX_VALUE))
          .isEqualTo(new LinkEvent.Seen(new StampedFrame(i * 1_000L, FRAME)));
      assertThat(taken[0]).isLessThanOrEqualTo(i + 2L);
    }
  }

  @Test
  void timePassesBetweenFramesAndItEndsAtTheLast() {
    RecordedLink link =
        new RecordedLink(List.of(new StampedFrame(100, FRAME), new StampedFrame(5_000, FRAME)));
    assertThat(link.await(50)).isEqualTo(new LinkEvent.Ticked(50));
    assertThat(link.await(200)).isInstanceOf(LinkEvent.Seen.class);
    assertThat(link.await(4_000)).isEqualTo(new LinkEvent.Ticked(4_000));
    assertThat(link.await(6_000)).isInstanceOf(LinkEvent.Seen.class);
    assertThat(link.await(9_000)).isEqualTo(new LinkEvent.Lost(5_000, "the recording ends here"));
  }

  @Test
  void anEmptyOneEndsAtOnceAndAClosedOneSaysSo() {
    assertThat(new RecordedLink(List.of()).await(7))
        .isEqualTo(new LinkEvent.Lost(7, "the recording ends here"));
    RecordedLink link = new RecordedLink(List.of(new StampedFrame(100, FRAME)));
    link.close();
    assertThat(link.await(7))
        .isInstanceOfSatisfying(
            LinkEvent.Lost.class, l -> assertThat(l.reason()).isEqualTo("closed"));
    assertThatThrownBy(() -> link.send(FRAME)).isInstanceOf(LinkRefusal.class);
  }
}
