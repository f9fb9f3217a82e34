package hitchlamp.server.watch;

import hitchlamp.core.watch.Track;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The tracks of a recording that is being written, each with the samples that are not yet in a
 * part. Parts are cut by what came alone, so that a recovery cuts them alike.
 */
final class Tracks {
  /** Samples of a full part. */
  static final int FULL = 4_096;

  /** A part is cut after so long in any case, microseconds. */
  static final long LONGEST_MICROS = 300_000_000;

  /** A part of a track that is full. */
  record Part(Track track, int number, long[] micros, long[][] raws, int size) {}

  /** Samples of one track that wait. */
  static final class Waiting {
    final Track track;
    final int place;
    long[] micros = new long[256];
    final long[][] raws;
    int size;
    int parts;
    long lastMicros;
    final long[] last;

    Waiting(Track track, int place) {
      this.track = track;
      this.place = place;
      this.raws = new long[track.channels().size()][256];
      this.last = new long[track.channels().size()];
    }

    private void add(long at, long[] values) {
      if (size == micros.length) {
        micros = Arrays.copyOf(micros, size * 2);
        for (int c = 0; c < raws.length; c++) {
          raws[c] = Arrays.copyOf(raws[c], size * 2);
        }
      }
      micros[size] = at;
      for (int c = 0; c < raws.length; c++) {
        raws[c][size] = values[c];
      }
      size++;
      lastMicros = at;
      System.arraycopy(values, 0, last, 0, last.length);
    }

    private void forget() {
      lastMicros = 0;
      Arrays.fill(last, 0);
    }

    private Part cut() {
      long[][] columns = new long[raws.length][];
      for (int c = 0; c < raws.length; c++) {
        columns[c] = Arrays.copyOf(raws[c], size);
      }
      Part part = new Part(track, parts++, Arrays.copyOf(micros, size), columns, size);
      size = 0;
      return part;
    }
  }

  private final Map<String, Waiting> byId = new LinkedHashMap<>();

  /** Where a track stands after a restart of its spool. */
  record Place(Track track, int parts) {}

  /**
   * Cuts what waits of every track into its last part so far; from here the next sample of each is
   * told by itself, not by its difference.
   */
  List<Part> restart() {
    List<Part> parts = rest();
    byId.values().forEach(Waiting::forget);
    return parts;
  }

  /** Where each track stands, in order of their places. */
  List<Place> places() {
    return byId.values().stream().map(w -> new Place(w.track, w.parts)).toList();
  }

  /** Begins where others stood. */
  void standAt(List<Place> places) {
    byId.clear();
    for (Place p : places) {
      of(p.track()).parts = p.parts();
    }
  }

  /** The track with its place in the recording; made where it is new. */
  Waiting of(Track track) {
    return byId.computeIfAbsent(track.id(), id -> new Waiting(track, byId.size()));
  }

  boolean knows(Track track) {
    return byId.containsKey(track.id());
  }

  List<Waiting> all() {
    return new ArrayList<>(byId.values());
  }

  /** Takes a sample; gives the part that it completes, or null. */
  Part add(Waiting w, long micros, long[] raws) {
    Part full = null;
    if (w.size >= FULL || w.size > 0 && micros - w.micros[0] > LONGEST_MICROS) {
      full = w.cut();
    }
    w.add(micros, raws);
    return full;
  }

  /** The last parts, of what still waits. */
  List<Part> rest() {
    return byId.values().stream().filter(w -> w.size > 0).map(Waiting::cut).toList();
  }
}
