package hitchlamp.core.watch;

import hitchlamp.core.j1939.Address;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import java.util.stream.Stream;

/**
 * Groups on the bus of which a pack reads nothing, or not all that moves: how often they come and
 * which of their bytes change. Keeps at most {@link #MOST_GROUPS} groups with {@link #SAMPLES}
 * messages each; of the first {@link #MOST_BYTES} bytes.
 */
public final class UnknownTraffic {
  /** Groups that are kept, each by its sender. */
  public static final int MOST_GROUPS = 300;

  /** Newest messages of a group that are kept. */
  public static final int SAMPLES = 120;

  /** Bytes of a message that are looked at. */
  public static final int MOST_BYTES = 64;

  private static final int FILLER = 0xFF;

  /** Priority of a message that is made up again from its kept bytes. */
  private static final int PRIORITY = 6;

  /** What the tool itself reads and speaks, whatever the pack. */
  private static final Set<Integer> SPOKEN =
      Set.of(
          Pgn.ACKNOWLEDGEMENT,
          Pgn.SERVICES,
          Pgn.REQUEST,
          Pgn.TRANSPORT_DATA,
          Pgn.TRANSPORT_CONTROL,
          Pgn.ADDRESS_CLAIMED,
          Pgn.COMMANDED_ADDRESS,
          Pgn.DM1,
          Pgn.DM2,
          Pgn.DM3,
          Pgn.DM4,
          Pgn.DM5,
          Pgn.DM6,
          Pgn.DM7,
          Pgn.DM8,
          Pgn.DM10,
          Pgn.DM11,
          Pgn.DM12,
          Pgn.DM19,
          Pgn.DM20,
          Pgn.DM21,
          Pgn.DM22,
          Pgn.DM23,
          Pgn.DM24,
          Pgn.DM25,
          Pgn.DM26,
          Pgn.DM27,
          Pgn.DM28,
          Pgn.DM29,
          Pgn.DM30,
          Pgn.DM31,
          Pgn.DM33,
          Pgn.DM34,
          Pgn.DM35,
          Pgn.MODULE_IDENTIFICATION,
          Pgn.SOFTWARE_IDENTIFICATION,
          Pgn.COMPONENT_IDENTIFICATION,
          Pgn.VEHICLE_IDENTIFICATION);

  /**
   * A group of one sender.
   *
   * @param partly the pack reads some of it; these bytes and bits do not count as changing
   * @param count messages so far
   * @param everySeconds bus time between them in the mean, 0 while there is one only
   * @param bytes the newest message
   * @param moves which of its bytes have changed where nothing reads them
   * @param unread which of its bytes hold bits that nothing reads
   * @param lastMicros bus time of the newest message
   */
  public record Group(
      int pgn,
      int source,
      boolean partly,
      long count,
      double everySeconds,
      List<Integer> bytes,
      List<Boolean> moves,
      List<Boolean> unread,
      long lastMicros) {}

  /** A value of a field in one message. */
  public record Sample(long micros, Parameter.Reading reading) {}

  private record Key(int pgn, int source) {}

  /**
   * The newest messages of a group, side by side in one array: many units are hooked up at once.
   */
  private static final class Seen {
    final byte[] covered;
    final boolean[] moves = new boolean[MOST_BYTES];
    private final long[] micros = new long[SAMPLES];
    private final byte[] lengths = new byte[SAMPLES];
    private byte[] bytes = new byte[0];
    private int width;
    long first;
    long count;

    Seen(byte[] covered) {
      this.covered = covered;
    }

    void take(Message m) {
      int looked = Math.min(MOST_BYTES, m.data().length);
      if (looked > width) {
        widen(looked);
      }
      if (count > 0) {
        compare(m.data(), looked);
      } else {
        first = m.lastMicros();
      }
      int place = (int) (count % SAMPLES);
      micros[place] = m.lastMicros();
      lengths[place] = (byte) looked;
      System.arraycopy(m.data(), 0, bytes, place * width, looked);
      count++;
    }

    private void compare(byte[] now, int looked) {
      int before = newest();
      int from = before * width;
      int length = lengths[before];
      for (int i = 0; i < looked; i++) {
        int unread = FILLER & ~covered[i];
        moves[i] |= i >= length || ((bytes[from + i] ^ now[i]) & unread) != 0;
      }
    }

    private void widen(int to) {
      byte[] wider = new byte[SAMPLES * to];
      for (int i = 0; i < SAMPLES; i++) {
        System.arraycopy(bytes, i * width, wider, i * to, lengths[i]);
      }
      bytes = wider;
      width = to;
    }

    private int newest() {
      return (int) ((count - 1) % SAMPLES);
    }

    /** Bytes of a message, by its place. */
    byte[] at(int place) {
      return Arrays.copyOfRange(bytes, place * width, place * width + lengths[place]);
    }

    /** Those that are kept, oldest first. */
    Stream<Message> newest(int pgn, int source) {
      return LongStream.range(Math.max(0, count - SAMPLES), count)
          .mapToInt(n -> (int) (n % SAMPLES))
          .mapToObj(
              i -> new Message(pgn, source, Address.GLOBAL, PRIORITY, at(i), micros[i], micros[i]));
    }
  }

  private final Map<Key, Seen> groups = new LinkedHashMap<>();
  private Map<Integer, byte[]> covered = new HashMap<>();
  private int dropped;

  /** Of a unit that a pack reads. */
  public UnknownTraffic(Pack pack) {
    read(pack);
  }

  /** Another pack reads the unit from now on: what is known of groups begins anew. */
  public void read(Pack pack) {
    groups.clear();
    dropped = 0;
    covered = new HashMap<>();
    for (Parameter p : pack.parameters().values()) {
      byte[] mask = covered.computeIfAbsent(p.pgn(), g -> new byte[MOST_BYTES]);
      for (int bit = p.startBit(); bit < Math.min(p.startBit() + p.bits(), 8 * MOST_BYTES); bit++) {
        mask[bit / 8] |= (byte) (1 << bit % 8);
      }
    }
  }

  /** Takes a whole message of the bus. */
  public void accept(Message m) {
    if (SPOKEN.contains(m.pgn())) {
      return;
    }
    Key key = new Key(m.pgn(), m.source());
    Seen seen = groups.get(key);
    if (seen == null) {
      if (groups.size() >= MOST_GROUPS) {
        dropped++;
        return;
      }
      seen = new Seen(covered.getOrDefault(m.pgn(), new byte[MOST_BYTES]));
      groups.put(key, seen);
    }
    seen.take(m);
  }

  /** Messages that came when no more groups could be kept. */
  public int dropped() {
    return dropped;
  }

  /**
   * What nothing reads, those that nothing is read of first, and among them those that move: of
   * what is read in part, those alone in which something else moves.
   */
  public List<Group> groups() {
    List<Group> all = new ArrayList<>();
    groups.forEach(
        (key, seen) -> {
          boolean partly = covered.containsKey(key.pgn());
          Group g = group(key, seen, partly);
          if (!partly || g.moves().contains(true)) {
            all.add(g);
          }
        });
    all.sort(
        Comparator.comparing(Group::partly)
            .thenComparing(g -> !g.moves().contains(true))
            .thenComparing(Group::pgn)
            .thenComparing(Group::source));
    return all;
  }

  private static Group group(Key key, Seen seen, boolean partly) {
    byte[] last = seen.at(seen.newest());
    long lastMicros = seen.micros[seen.newest()];
    List<Integer> bytes = new ArrayList<>();
    List<Boolean> moves = new ArrayList<>();
    List<Boolean> unread = new ArrayList<>();
    for (int i = 0; i < last.length; i++) {
      bytes.add(last[i] & 0xFF);
      moves.add(seen.moves[i]);
      unread.add((seen.covered[i] & FILLER) != FILLER);
    }
    double every = seen.count > 1 ? (lastMicros - seen.first) / 1e6 / (seen.count - 1) : 0;
    return new Group(
        key.pgn(), key.source(), partly, seen.count, every, bytes, moves, unread, lastMicros);
  }

  /** What a field would have told in the newest messages of a sender, oldest first. */
  public List<Sample> samples(Parameter field, int source) {
    return Optional.ofNullable(groups.get(new Key(field.pgn(), source))).stream()
        .flatMap(s -> s.newest(field.pgn(), source))
        .map(m -> new Sample(m.lastMicros(), field.read(m)))
        .toList();
  }
}
