package hitchlamp.core.watch;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.NormalRange;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * All values of a unit as they are now, and as they were for the last minutes. One thread owns it.
 */
public final class LiveValues {
  /** How far back it reaches, microseconds. */
  public static final long KEPT_MICROS = 300_000_000;

  /** A value is stale after so many of its own periods without a new one. */
  static final double STALE_PERIODS = 4;

  /** No value is stale before this. */
  static final long STALE_AT_LEAST_MICROS = 1_500_000;

  private static final int ENGINE_SPEED = 190;
  private static final int LOAD = 92;
  private static final int PEDAL = 91;

  /** What can be said of a value beside its figure. */
  public enum State {
    VALID,
    PARAMETER_SPECIFIC,
    RESERVED,
    ERROR,
    NOT_AVAILABLE,
    /** Its sensor is not warm yet. */
    NOT_AWAKE,
    /** Nothing new came for too long. */
    STALE
  }

  /**
   * One value now.
   *
   * @param raw counts as they last came
   * @param micros bus time of it
   * @param periodMicros mean time between two, 0 while there was only one
   * @param since statistics since they were begun anew
   */
  public record Now(
      Channel channel, long raw, State state, long micros, long periodMicros, Statistics since) {
    /** The figure; not a number where there is none, or none that counts any more. */
    public double value() {
      return state == State.VALID || state == State.STALE ? channel.scale().value(raw) : Double.NaN;
    }
  }

  private static final class TrackValues {
    final Ring ring;
    final Statistics.Gathering[] since;
    double period;
    long last = Long.MIN_VALUE;

    TrackValues(Track track) {
      ring = new Ring(track.channels().size(), KEPT_MICROS);
      since = new Statistics.Gathering[track.channels().size()];
      begin();
    }

    void begin() {
      for (int i = 0; i < since.length; i++) {
        since[i] = new Statistics.Gathering();
      }
    }
  }

  private final Pack pack;
  private final Receiver receiver;
  private final List<TrackValues> kept = new ArrayList<>();
  private long count;

  public LiveValues(Pack pack) {
    this.pack = pack;
    this.receiver = new Receiver(pack);
  }

  public Receiver receiver() {
    return receiver;
  }

  /** Takes a message; gives the sample that was in it. */
  public Optional<Sample> heard(Message m) {
    Optional<Sample> sample = receiver.heard(m);
    sample.ifPresent(this::take);
    return sample;
  }

  /** Takes a sample of one of the receiver's tracks. */
  public void take(Sample s) {
    while (kept.size() < receiver.size()) {
      kept.add(new TrackValues(receiver.track(kept.size())));
    }
    TrackValues k = kept.get(s.track());
    if (s.micros() < k.last) {
      return;
    }
    if (k.last != Long.MIN_VALUE) {
      double step = s.micros() - k.last;
      k.period = k.period == 0 ? step : k.period + (step - k.period) * 0.1;
    }
    k.last = s.micros();
    k.ring.add(s.micros(), s.raws());
    List<Channel> channels = receiver.track(s.track()).channels();
    for (int c = 0; c < k.since.length; c++) {
      k.since[c].add(channels.get(c).scale().value(s.raws()[c]));
    }
    count++;
  }

  /** Samples taken. */
  public long count() {
    return count;
  }

  /** Statistics begin anew. */
  public void beginStatistics() {
    kept.forEach(TrackValues::begin);
  }

  /** Counts of a channel as they last came, and where they stand; empty where nothing came. */
  public Optional<Now> now(int track, int channel, long micros) {
    if (track >= kept.size() || kept.get(track).ring.size() == 0) {
      return Optional.empty();
    }
    TrackValues k = kept.get(track);
    Channel c = receiver.track(track).channels().get(channel);
    long raw = k.ring.raw(k.ring.size() - 1, channel);
    long age = micros - k.last;
    return Optional.of(
        new Now(
            c,
            raw,
            state(c, raw, age, k.period),
            k.last,
            Math.round(k.period),
            k.since[channel].result()));
  }

  private State state(Channel c, long raw, long age, double period) {
    if (age > Math.max(STALE_AT_LEAST_MICROS, STALE_PERIODS * period)) {
      return State.STALE;
    }
    RawValue told = c.scale().state(raw);
    if (told == RawValue.NOT_AVAILABLE && pack.watch().sleepers().contains(c.spn())) {
      return State.NOT_AWAKE;
    }
    return State.valueOf(told.name());
  }

  /** The newest figure of an SPN on a side; not a number where there is none that counts. */
  public double figure(int spn, String side, long micros) {
    double best = Double.NaN;
    long at = Long.MIN_VALUE;
    for (Track t : receiver.tracks()) {
      for (int c = 0; c < t.channels().size(); c++) {
        Channel channel = t.channels().get(c);
        if (channel.spn() != spn || !side.isEmpty() && !channel.side().equals(side)) {
          continue;
        }
        Optional<Now> now = now(t.number(), c, micros).filter(n -> n.state() == State.VALID);
        if (now.isPresent() && now.get().micros() > at) {
          at = now.get().micros();
          best = now.get().value();
        }
      }
    }
    return best;
  }

  /** What the engine of a side is doing; of the only one where the side is empty. */
  public EngineState engine(String side, long micros) {
    return EngineState.of(
        figure(ENGINE_SPEED, side, micros),
        figure(LOAD, side, micros),
        figure(PEDAL, side, micros));
  }

  /** What is normal for a channel while the engine does that. */
  public Optional<NormalRange> normal(Channel c, EngineState state) {
    return pack.watch().normal(c.spn(), c.name(), state);
  }

  /** What was told by one channel in the last minutes; empty where it is not known. */
  public Optional<Series> series(String channel) {
    for (Track t : receiver.tracks()) {
      for (int c = 0; c < t.channels().size(); c++) {
        if (t.channels().get(c).id().equals(channel) && t.number() < kept.size()) {
          return Optional.of(kept.get(t.number()).ring.series(t.channels().get(c), c));
        }
      }
    }
    return Optional.empty();
  }

  /** The ring of a track; empty where nothing came. */
  public Optional<Ring> ring(int track) {
    return track < kept.size() ? Optional.of(kept.get(track).ring) : Optional.empty();
  }
}
