package hitchlamp.core.nmea2000;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.j1939.Identifier;
import hitchlamp.core.j1939.Name;
import hitchlamp.core.j1939.Pgn;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * What the vessel's network told last, heard without sending anything: navigation hangs on it, and
 * a diagnostic tool has nothing to say there. Holds one reading for each field, device, instance
 * and fluid, at most {@link #MOST_READINGS}.
 */
public final class Vessel {
  static final int MOST_READINGS = 4_096;

  private record Key(Group group, int field, int source, int instance, int fluid) {}

  private final FastPacket packets = new FastPacket();
  private final Map<Key, VesselReading> readings = new HashMap<>();
  private final Map<Integer, Device> devices = new TreeMap<>();
  private long frames;
  private long now = Long.MIN_VALUE;

  /** Takes a frame of the network. */
  public void accept(StampedFrame stamped) {
    Frame f = stamped.frame();
    if (!f.extended()) {
      return;
    }
    frames++;
    now = Math.max(now, stamped.micros());
    int pgn = Identifier.pgnOf(f.identifier());
    int source = Identifier.sourceOf(f.identifier());
    long at = stamped.micros();
    Device device =
        devices.getOrDefault(source, new Device(source, Optional.empty(), "", "", at)).heard(at);
    if (pgn == Pgn.ADDRESS_CLAIMED && f.length() == 8) {
      device = device.named(new Name(f.payload()), at);
    } else if (pgn == Device.PRODUCT_INFORMATION) {
      Device before = device;
      device = packets.accept(pgn, source, f, at).map(p -> before.told(p, at)).orElse(device);
    }
    devices.put(source, device);
    Group.of(pgn)
        .flatMap(
            g ->
                g.fastPacket()
                    ? packets.accept(pgn, source, f, at).map(d -> new Whole(g, d))
                    : Optional.of(new Whole(g, f.bytes())))
        .ifPresent(w -> take(w, source, at));
  }

  private record Whole(Group group, byte[] data) {}

  private void take(Whole w, int source, long micros) {
    int instance = w.group().instance(w.data());
    int fluid = w.group().fluid(w.data());
    List<Field> fields = w.group().fields();
    for (int i = 0; i < fields.size(); i++) {
      Key key = new Key(w.group(), i, source, instance, fluid);
      if (readings.size() < MOST_READINGS || readings.containsKey(key)) {
        Field field = fields.get(i);
        readings.put(
            key,
            new VesselReading(
                w.group(), field, source, instance, fluid, field.raw(w.data()), micros));
      }
    }
  }

  /** Bus time of the last frame; {@link Long#MIN_VALUE} before the first. */
  public long now() {
    return now;
  }

  public long frames() {
    return frames;
  }

  /** Long messages that did not come whole. */
  public long dropped() {
    return packets.dropped();
  }

  /** Devices by address. */
  public List<Device> devices() {
    return List.copyOf(devices.values());
  }

  /** The last readings, by what they are about, which one, and in the order of the fields. */
  public List<VesselReading> readings() {
    List<VesselReading> all = new ArrayList<>(readings.values());
    all.sort(
        Comparator.comparing((VesselReading r) -> r.group().about())
            .thenComparing(VesselReading::instance)
            .thenComparing(VesselReading::fluid)
            .thenComparing(VesselReading::group)
            .thenComparing(r -> r.group().fields().indexOf(r.field()))
            .thenComparing(VesselReading::source));
    return all;
  }
}
