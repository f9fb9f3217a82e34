package hitchlamp.core.watch;

import hitchlamp.core.pack.EngineState;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * When a recording begins or ends by itself: thresholds with hysteresis, combined, for a time.
 *
 * @param conditions at least one, at most {@link #MOST_CONDITIONS}
 * @param all true where every condition must hold, false where one is enough
 * @param forSeconds how long it must hold without a break, 0 for at once
 */
public record Trigger(List<Condition> conditions, boolean all, double forSeconds) {
  /** Conditions of one trigger. */
  public static final int MOST_CONDITIONS = 8;

  public Trigger {
    conditions = List.copyOf(conditions);
    if (conditions.isEmpty() || conditions.size() > MOST_CONDITIONS) {
      throw new IllegalArgumentException(
          WatchWords.say("a-trigger-has-1-to-conditions", MOST_CONDITIONS, conditions.size()));
    }
    if (!(forSeconds >= 0 && forSeconds <= 3_600)) {
      throw new IllegalArgumentException(WatchWords.say("a-trigger-waits-0-to-3600", forSeconds));
    }
  }

  /** One thing that can hold. */
  public sealed interface Condition {
    /** As a sentence reads it: "Engine speed above 1,400 rpm". */
    String says();
  }

  /**
   * A value passes a threshold. Once it holds, it goes on until the value is back by the
   * hysteresis.
   *
   * @param channel id
   * @param name of the channel, for sentences
   * @param above true where the value must be above
   * @param threshold in the unit of the channel
   * @param hysteresis at least 0
   */
  public record Threshold(
      String channel, String name, boolean above, double threshold, double hysteresis, String unit)
      implements Condition {
    public Threshold {
      if (!Double.isFinite(threshold) || !(hysteresis >= 0)) {
        throw new IllegalArgumentException(WatchWords.say("a-threshold-needs-a-number-and", name));
      }
    }

    @Override
    public String says() {
      return name
          + (above ? " above " : " below ")
          + java.text.NumberFormat.getInstance(java.util.Locale.ENGLISH).format(threshold)
          + " "
          + unit;
    }
  }

  /**
   * The engine does something.
   *
   * @param side of the unit; empty where it has one engine
   */
  public record Engine(EngineState state, String side) implements Condition {
    @Override
    public String says() {
      return "the " + (side.isEmpty() ? "" : side + " ") + "engine " + state.words();
    }
  }

  /** As a sentence reads it. */
  public String says() {
    String joined =
        String.join(all ? " and " : " or ", conditions.stream().map(Condition::says).toList());
    return joined + (forSeconds > 0 ? " for " + forSeconds + " s" : "");
  }

  /** Watches for the trigger. */
  public static final class Watcher {
    private final Trigger trigger;
    private final Map<Integer, Boolean> holds = new HashMap<>();
    private long since = Long.MIN_VALUE;

    public Watcher(Trigger trigger) {
      this.trigger = trigger;
    }

    /** A channel told a value; not a number lets a threshold hold no longer. */
    public void value(String channel, double value) {
      for (int i = 0; i < trigger.conditions.size(); i++) {
        if (trigger.conditions.get(i) instanceof Threshold t && t.channel().equals(channel)) {
          double over = t.above() ? value - t.threshold() : t.threshold() - value;
          boolean held = holds.getOrDefault(i, false);
          holds.put(i, held ? over > -t.hysteresis() : over > 0);
        }
      }
    }

    /** The engine of a side does this now. */
    public void engine(String side, EngineState state) {
      for (int i = 0; i < trigger.conditions.size(); i++) {
        if (trigger.conditions.get(i) instanceof Engine e && e.side().equals(side)) {
          holds.put(i, e.state() == state);
        }
      }
    }

    /** True where the trigger holds at this time, and has for long enough. */
    public boolean fires(long micros) {
      boolean now =
          trigger.all
              ? java.util.stream.IntStream.range(0, trigger.conditions.size())
                  .allMatch(i -> holds.getOrDefault(i, false))
              : holds.containsValue(true);
      if (!now) {
        since = Long.MIN_VALUE;
        return false;
      }
      since = since == Long.MIN_VALUE ? micros : since;
      return micros - since >= trigger.forSeconds * 1e6;
    }
  }
}
