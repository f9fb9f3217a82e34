package hitchlamp.core.watch;

import hitchlamp.core.pack.EngineState;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Decides from when to when is recorded, and hands every sample of that time out, once and in
 * order. Fed with samples and ticks; knows no file and no clock.
 */
public final class Recorder {
  /** How far it is. */
  public enum Stage {
    /** Waits for its trigger. */
    ARMED,
    RECORDING,
    /** The end was seen; what follows it is kept too. */
    POST_ROLL,
    ENDED
  }

  /** Takes what is recorded. */
  public interface Out {
    /**
     * A recording begins.
     *
     * @param micros time of its first moment; samples from before the start go back that far
     * @param startMicros time of the start itself: the trigger, or the wish
     */
    void begins(long micros, long startMicros, String why);

    void sample(Sample sample);

    /** The link was gone between these times. */
    void gap(long fromMicros, long toMicros);

    void ends(long micros, String why);
  }

  private final RecordingPlan plan;
  private final LiveValues book;
  private final Out out;
  private final Optional<Trigger.Watcher> start;
  private final Optional<Trigger.Watcher> stop;
  private Stage stage = Stage.ARMED;
  private long startedAt;
  private long until = Long.MAX_VALUE;
  private long lastMicros = Long.MIN_VALUE;
  private String endsBecause = "";
  private int recordings;
  private long samples;
  private boolean stopHolds;

  /**
   * @param book whose rings hold what was before the start; it takes each sample before this does
   */
  public Recorder(RecordingPlan plan, LiveValues book, Out out) {
    this.plan = plan;
    this.book = book;
    this.out = out;
    this.start = plan.start().map(Trigger.Watcher::new);
    this.stop = plan.stop().map(Trigger.Watcher::new);
  }

  public Stage stage() {
    return stage;
  }

  public RecordingPlan plan() {
    return plan;
  }

  /** Bus time at which the recording under way started. */
  public long startedAt() {
    return startedAt;
  }

  /** Samples handed out of the recording under way or the last one. */
  public long samples() {
    return samples;
  }

  /** Recordings begun. */
  public int recordings() {
    return recordings;
  }

  /** A recording without a trigger begins. */
  public void begin(long micros) {
    if (start.isEmpty() && stage == Stage.ARMED) {
      startNow(micros, WatchWords.say("started-by-hand"));
    }
  }

  /** Takes a sample that the book has taken. */
  public void sample(Sample s) {
    if (stage == Stage.ENDED) {
      return;
    }
    lastMicros = Math.max(lastMicros, s.micros());
    Track track = book.receiver().track(s.track());
    boolean recording = stage != Stage.ARMED;
    if (recording && plan.wants(track)) {
      samples++;
      out.sample(s);
    }
    if (start.isPresent() && stage == Stage.ARMED) {
      watch(start.get(), track, s);
      if (start.get().fires(s.micros())) {
        startNow(s.micros(), plan.start().orElseThrow().says());
      }
    } else if (stage == Stage.RECORDING && stop.isPresent()) {
      watch(stop.get(), track, s);
      boolean holds = stop.get().fires(s.micros());
      if (holds && !stopHolds) {
        postRoll(s.micros(), plan.stop().orElseThrow().says());
      }
      stopHolds = holds;
    }
    tick(s.micros());
  }

  private void watch(Trigger.Watcher watcher, Track track, Sample s) {
    for (int c = 0; c < s.raws().length; c++) {
      Channel channel = track.channels().get(c);
      watcher.value(channel.id(), channel.scale().value(s.raws()[c]));
      if (channel.spn() == ENGINE_SPEED) {
        String side = channel.side();
        EngineState state = book.engine(side, s.micros());
        watcher.engine(side, state);
        watcher.engine("", state);
      }
    }
  }

  private static final int ENGINE_SPEED = 190;

  private void startNow(long micros, String why) {
    long from = micros - Math.round(plan.preRollSeconds() * 1e6);
    stage = Stage.RECORDING;
    startedAt = micros;
    recordings++;
    samples = 0;
    stopHolds = false;
    until = micros + Math.round(plan.mostSeconds() * 1e6);
    endsBecause = WatchWords.say("the-longest-time-was-reached");
    List<Sample> before = new ArrayList<>();
    for (Track t : book.receiver().tracks()) {
      if (plan.wants(t)) {
        book.ring(t.number()).ifPresent(r -> earlier(t, r, from, before));
      }
    }
    before.sort(Comparator.comparingLong(Sample::micros));
    long first = before.isEmpty() ? micros : Math.min(micros, before.get(0).micros());
    out.begins(first, micros, why);
    before.forEach(
        s -> {
          samples++;
          out.sample(s);
        });
  }

  /** What the ring holds of the time before the start, the moment of the start itself included. */
  private static void earlier(Track t, Ring r, long from, List<Sample> before) {
    for (int i = 0; i < r.size(); i++) {
      if (r.micros(i) >= from) {
        before.add(new Sample(t.number(), r.micros(i), r.raws(i)));
      }
    }
  }

  private void postRoll(long micros, String why) {
    stage = Stage.POST_ROLL;
    endsBecause = why;
    until = Math.min(until, micros + Math.round(plan.postRollSeconds() * 1e6));
  }

  /** Time goes on. */
  public void tick(long micros) {
    if ((stage == Stage.RECORDING || stage == Stage.POST_ROLL) && micros >= until) {
      end(until, endsBecause);
    }
  }

  /** A person wants it to end; what follows the end is kept too where the plan says so. */
  public void stop(long micros) {
    if (stage == Stage.RECORDING && plan.postRollSeconds() > 0) {
      postRoll(micros, WatchWords.say("stopped-by-hand"));
    } else if (stage == Stage.ARMED) {
      stage = Stage.ENDED;
    } else if (stage != Stage.ENDED) {
      end(micros, WatchWords.say("stopped-by-hand"));
      stage = Stage.ENDED;
    }
  }

  /** The link is back after a break; bus time goes on from {@code now}. */
  public void gap(long now) {
    if (stage == Stage.RECORDING || stage == Stage.POST_ROLL) {
      out.gap(lastMicros, now);
    }
  }

  /** The hook-up ends: what was recorded is kept. */
  public void brokenOff(long micros, String why) {
    if (stage == Stage.RECORDING || stage == Stage.POST_ROLL) {
      end(micros, why);
    }
    stage = Stage.ENDED;
  }

  private void end(long micros, String why) {
    out.ends(micros, why);
    boolean once = !plan.again() || recordings >= RecordingPlan.MOST_AGAIN;
    stage = once ? Stage.ENDED : Stage.ARMED;
    until = Long.MAX_VALUE;
  }
}
