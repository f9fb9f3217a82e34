package hitchlamp.server.watch;

import hitchlamp.core.watch.Column;
import hitchlamp.core.watch.Track;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.json.JsonMapper;

/** Reads what a crash left behind of a recording. */
final class SpoolRecovery {
  private static final Logger LOG = LoggerFactory.getLogger(SpoolRecovery.class);

  /**
   * What could be read.
   *
   * @param end how it ended; made up where the crash came before its end
   * @param whole true where its end was reached
   * @param rows what is to be done with the database, in order, once its head stands there
   */
  record Recovered(
      Spooled.Head head, Tracks tracks, Spooled.End end, boolean whole, List<Runnable> rows) {}

  private SpoolRecovery() {}

  /**
   * Reads a spool as far as it can be read; empty where it does not say what it is of.
   *
   * @param rows takes what is to be done with the database
   */
  static Optional<Recovered> read(Path path, JsonMapper json, RecordingRows rows) {
    Spooled.Head[] head = new Spooled.Head[1];
    Spooled.End[] end = new Spooled.End[1];
    List<Tracks.Waiting> places = new ArrayList<>();
    Tracks tracks = new Tracks();
    long[] last = {0, 0};
    List<Runnable> todo = new ArrayList<>();
    try {
      Spool.read(
          path,
          new Spool.Reader() {
            @Override
            public void text(byte kind, String text) {
              switch (kind) {
                case Spool.HEAD -> head[0] = json.readValue(text, Spooled.Head.class);
                case Spool.TRACK -> {
                  Track track = json.readValue(text, Track.class);
                  Tracks.Waiting w = tracks.of(track);
                  places.add(w);
                  todo.add(() -> rows.addTrack(head[0].id(), w.place, track));
                }
                case Spool.MARK -> {
                  Spooled.Mark mark = json.readValue(text, Spooled.Mark.class);
                  todo.add(() -> rows.addMark(head[0].id(), mark));
                }
                case Spool.RESTART -> {
                  Spooled.Restart r = json.readValue(text, Spooled.Restart.class);
                  head[0] = r.head();
                  tracks.standAt(r.tracks());
                  places.clear();
                  places.addAll(tracks.all());
                  for (Tracks.Waiting w : places) {
                    todo.add(() -> rows.addTrack(head[0].id(), w.place, w.track));
                  }
                  last[1] = r.samples();
                }
                case Spool.END -> end[0] = json.readValue(text, Spooled.End.class);
                default ->
                    throw new IllegalArgumentException(
                        WatchWords.say("unknown-entry", (char) kind));
              }
            }

            @Override
            public void samples(ByteBuffer content) {
              while (content.hasRemaining()) {
                Tracks.Waiting w = places.get((int) Column.get(content));
                long at = w.lastMicros + Column.get(content);
                long[] raws = new long[w.last.length];
                for (int i = 0; i < raws.length; i++) {
                  raws[i] = w.last[i] + Column.get(content);
                }
                Tracks.Part full = tracks.add(w, at, raws);
                if (full != null) {
                  todo.add(() -> rows.addPart(head[0].id(), w.place, full));
                }
                last[0] = Math.max(last[0], at);
                last[1] += raws.length;
              }
            }
          });
    } catch (IOException | RuntimeException e) {
      LOG.error("the spool {} cannot be read whole; what could be read is kept", path, e);
    }
    if (head[0] == null) {
      LOG.error("the spool {} does not say what it is of; it is left where it is", path);
      return Optional.empty();
    }
    boolean whole = end[0] != null;
    String why = WatchWords.say("hitch-lamp-ended-while-it-recorded");
    return Optional.of(
        new Recovered(
            head[0],
            tracks,
            whole ? end[0] : new Spooled.End(last[0], last[1], 0, why),
            whole,
            todo));
  }
}
