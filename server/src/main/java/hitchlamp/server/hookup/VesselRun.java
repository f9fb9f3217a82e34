package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.bus.LinkRefusal;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.nmea2000.Band;
import hitchlamp.core.nmea2000.Vessel;
import hitchlamp.core.nmea2000.VesselReading;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * The network of a vessel beside the bus of its engines: heard, kept, told; nothing is ever sent to
 * it. Lives in the thread of its owner.
 */
final class VesselRun {
  /** Which of a hook-up's buses its frames are stored as. */
  static final int BUS = 1;

  private static final int MOST_AT_ONCE = 2_000;
  private static final long PUBLISH_MICROS = 500_000;
  private static final Map<Band, String> STATES =
      Map.of(
          Band.NOT_AVAILABLE, HookupWords.say("not-available"),
          Band.ERROR, HookupWords.say("sensor-error"),
          Band.RESERVED, "reserved");

  private final String bus;
  private final Vessel vessel = new Vessel();
  private final Consumer<VesselView> told;
  private Link link;
  private String says = HookupWords.say("not-heard-yet");
  private boolean heard;
  private long publishedMicros = Long.MIN_VALUE;

  /**
   * @param bus its name
   * @param told takes what is shown
   */
  VesselRun(String bus, Consumer<VesselView> told) {
    this.bus = bus;
    this.told = told;
  }

  /** Begins to listen; that it cannot is told, and the rest of the hook-up goes on. */
  void open(LinkOpener opener) {
    close();
    try {
      link = opener.open(bus);
      says = HookupWords.say("listening-nothing-is-sent-to-it");
    } catch (LinkRefusal e) {
      says = HookupWords.say("not-heard-the-bus-of-the", e.getMessage());
    }
  }

  /** Takes what waits, without waiting for more. */
  void poll(Consumer<FrameBlock.Entry> store) throws InterruptedException {
    for (int i = 0; link != null && i < MOST_AT_ONCE; i++) {
      LinkEvent event = link.await(0);
      if (event instanceof LinkEvent.Seen seen) {
        store.accept(new FrameBlock.Entry.OfFrame(seen.stamped(), false, BUS));
        accept(seen.stamped());
      } else if (event instanceof LinkEvent.Lost lost) {
        says = HookupWords.say("it-fell-away-hook-up-again", lost.reason());
        heard = false;
        close();
      } else if (event instanceof LinkEvent.Ticked) {
        return;
      }
    }
  }

  /** Takes a frame of it, live or stored. */
  void accept(StampedFrame frame) {
    vessel.accept(frame);
    if (!heard) {
      heard = true;
      says = HookupWords.say("listening-nothing-is-sent-to-it");
    }
  }

  /** Tells what it knows, twice a second. */
  void publish(long now, Pack pack) {
    if (now - publishedMicros >= PUBLISH_MICROS || publishedMicros == Long.MIN_VALUE) {
      publishedMicros = now;
      told.accept(view(now, pack));
    }
  }

  private VesselView view(long now, Pack pack) {
    Map<String, VesselView.Thing> things = new LinkedHashMap<>();
    for (VesselReading r : vessel.readings()) {
      String name = pack.vessel().name(r);
      things
          .computeIfAbsent(name, n -> new VesselView.Thing(r.group().about(), n, new ArrayList<>()))
          .values()
          .add(told(r, now));
    }
    List<VesselView.DeviceLine> devices =
        vessel.devices().stream()
            .map(
                d ->
                    new VesselView.DeviceLine(
                        d.source(),
                        d.model(),
                        d.software(),
                        d.name().map(Object::toString).orElse(null),
                        Math.max(0, now - d.micros()) / 1e3))
            .toList();
    return new VesselView(
        bus, heard, says, vessel.frames(), vessel.dropped(), List.copyOf(things.values()), devices);
  }

  private static VesselView.Told told(VesselReading r, long now) {
    boolean number = r.band() == Band.VALID && r.words().isEmpty();
    return new VesselView.Told(
        r.field().name(),
        number ? r.value() : null,
        number ? "" : r.band() == Band.VALID ? r.words() : STATES.get(r.band()),
        r.field().unit().symbol(),
        r.field().decimals(),
        r.source(),
        Math.max(0, now - r.micros()) / 1e3);
  }

  void close() {
    if (link != null) {
      link.close();
      link = null;
    }
  }
}
