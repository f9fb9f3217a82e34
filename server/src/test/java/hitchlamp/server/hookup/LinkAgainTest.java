package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.SpeedSearch;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A link that broke is opened again, and proven again before anything is sent. */
class LinkAgainTest {
  private static final SpeedSearch.Candidate BUS = new SpeedSearch.Candidate("can250", 250_000);

  /** A link on which so many frames come, or errors, and then nothing. */
  private static final class Once implements Link {
    private final int frames;
    private final boolean errors;
    private final boolean speaks;
    private long now;
    private int told;
    private int heardBeforeSpeaking = -1;
    private boolean closed;

    Once(int frames, boolean errors, boolean speaks) {
      this.frames = frames;
      this.errors = errors;
      this.speaks = speaks;
    }

    @Override
    public LinkCapabilities capabilities() {
      return LinkCapabilities.serial(true);
    }

    @Override
    public LinkEvent await(long untilMicros) {
      if (told < frames) {
        told++;
        now += 10_000;
        return errors
            ? new LinkEvent.BusError(now, "error")
            : new LinkEvent.Seen(new StampedFrame(now, Frame.extended(0x0CF00400, told)));
      }
      now = Math.max(now, untilMicros);
      return new LinkEvent.Ticked(now);
    }

    @Override
    public void speak() {
      heardBeforeSpeaking = told;
      if (!speaks) {
        throw new LinkRefusal("no");
      }
    }

    @Override
    public void send(Frame frame) {
      throw new AssertionError("nothing is sent while it is proven");
    }

    @Override
    public void close() {
      closed = true;
    }
  }

  private final List<Boolean> said = new ArrayList<>();
  private final Mailbox mailbox = new Mailbox();

  private Optional<LinkAgain.Back> open(List<Once> links) throws InterruptedException {
    List<Once> left = new ArrayList<>(links);
    return LinkAgain.open(
        bus -> {
          if (left.isEmpty()) {
            mailbox.stop("enough");
            throw new LinkRefusal("none");
          }
          Once next = left.remove(0);
          if (next == null) {
            throw new LinkRefusal("not plugged in");
          }
          return next;
        },
        BUS,
        1,
        mailbox,
        said::add,
        0);
  }

  @Test
  void itSpeaksOnceTwentyFramesWereHeard() throws InterruptedException {
    Once link = new Once(100, false, true);
    LinkAgain.Back back = open(List.of(link)).orElseThrow();
    assertThat(back.link()).isSameAs(link);
    assertThat(back.heard()).hasSize(SpeedSearch.ENOUGH_FRAMES);
    assertThat(link.heardBeforeSpeaking).isEqualTo(SpeedSearch.ENOUGH_FRAMES);
    assertThat(link.closed).isFalse();
  }

  @Test
  void aSilentBusOneWithErrorsAndOneThatSaysTooLittleAreLeftAlone() throws InterruptedException {
    List<Once> links =
        List.of(new Once(0, false, true), new Once(100, true, true), new Once(7, false, true));
    assertThat(open(links)).isEmpty();
    assertThat(links).allMatch(l -> l.closed && l.heardBeforeSpeaking < 0);
    assertThat(said).as("first it is not known").startsWith(false, true, true, true);
  }

  @Test
  void oneThatRefusesToTakePartIsClosedAndTriedAgain() throws InterruptedException {
    Once refuses = new Once(100, false, false);
    Once link = new Once(100, false, true);
    assertThat(open(List.of(refuses, link)).orElseThrow().link()).isSameAs(link);
    assertThat(refuses.closed).isTrue();
  }

  @Test
  void whoUnhooksMeanwhileEndsIt() throws InterruptedException {
    mailbox.stop("unhooked");
    assertThat(open(List.of(new Once(100, false, true)))).isEmpty();
    assertThat(said).isEmpty();
  }
}
