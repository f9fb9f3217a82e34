package hitchlamp.server.hookup;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import java.io.IOException;
import java.io.OutputStream;
import java.io.Writer;
import java.util.Iterator;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.springframework.stereotype.Component;

/** Gives the stored traffic of a hook-up out, both directions, as candump log or capture. */
@Component
public class StoredTraffic {
  private final HookUpMapper mapper;
  private final FrameStore store;

  StoredTraffic(HookUpMapper mapper, FrameStore store) {
    this.mapper = mapper;
    this.store = store;
  }

  /** Writes all frames of a hook-up in order. */
  public void write(long hookUp, Writer out) throws IOException {
    HookUpMapper.HookUpHead head = mapper.head(hookUp);
    for (Iterator<FrameBlock.Entry> i = store.entries(hookUp); i.hasNext(); ) {
      if (i.next() instanceof FrameBlock.Entry.OfFrame f) {
        Candump.write((Appendable) out, head.name(f.bus()), f.stamped());
      }
    }
  }

  /**
   * Writes the frames of one bus in order as a packet capture, which knows no names of buses.
   *
   * @param bus its place in the hook-up, from 0
   */
  public void capture(long hookUp, int bus, OutputStream out) throws IOException {
    Stream<StampedFrame> frames =
        StreamSupport.stream(
                Spliterators.spliteratorUnknownSize(store.entries(hookUp), Spliterator.ORDERED),
                false)
            .filter(FrameBlock.Entry.OfFrame.class::isInstance)
            .map(FrameBlock.Entry.OfFrame.class::cast)
            .filter(f -> f.bus() == bus)
            .map(FrameBlock.Entry.OfFrame::stamped);
    Pcap.write(out, frames::iterator);
  }
}
