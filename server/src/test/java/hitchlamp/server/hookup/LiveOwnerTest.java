package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyBoolean;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mockito.InOrder;

/** The one owner of a hook-up, over a link whose stamps make no sense. */
class LiveOwnerTest {
  private static final SpeedSearch.Candidate BUS = new SpeedSearch.Candidate("can250", 250_000);

  private final LiveReports reports = mock();
  private LiveOwner owner;

  /** The first frame of all is stamped a minute late; after a thousand frames it is unhooked. */
  private final class Muddled implements Link {
    private final List<Frame> sent = new ArrayList<>();
    private int heard;

    @Override
    public LinkCapabilities capabilities() {
      return LinkCapabilities.raw(1);
    }

    @Override
    public LinkEvent await(long untilMicros) {
      heard++;
      if (heard > 1_000) {
        owner.stop("Unhooked.");
      }
      long micros = heard == 1 ? 60_000_000 : heard * 5_000L;
      return new LinkEvent.Seen(
          new StampedFrame(micros, Frame.extended(0x0CF00400, 1, 2, 3, 4, 5, 6, 7, 8)));
    }

    @Override
    public void send(Frame frame) {
      sent.add(frame);
    }

    @Override
    public void close() {
      // nothing to close
    }
  }

  @Test
  void nothingIsStoredBeforeTheHookUpItBelongsTo() {
    when(reports.leftHeld()).thenReturn(List.of());
    Muddled link = new Muddled();
    owner =
        new LiveOwner(
            new LinkChoice(
                "daemon/127.0.0.1:1/can250",
                LinkChoice.Kind.DAEMON,
                "127.0.0.1:1",
                List.of("can250"),
                "",
                "127.0.0.1",
                1,
                1,
                LinkAble.of(LinkCapabilities.raw(1))),
            List.of(BUS),
            bus -> link,
            Name.of(1, 0x7FF, 0, 0, Name.FUNCTION_SERVICE_TOOL, 0, 0, 0, false),
            PackLibrary.read(Path.of("../packs")).base(),
            null,
            List.of(),
            reports);
    owner.run();
    InOrder order = inOrder(reports);
    order.verify(reports).began(BUS);
    order.verify(reports, atLeastOnce()).frames(any(), anyBoolean());
    order.verify(reports).ended("Unhooked.");
    assertThat(link.sent).as("it claimed an address").isNotEmpty();
  }
}
