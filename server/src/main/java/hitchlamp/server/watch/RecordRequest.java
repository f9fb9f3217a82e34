package hitchlamp.server.watch;

import hitchlamp.core.pack.EngineState;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Trigger;
import hitchlamp.server.config.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;

/** What is to be recorded, and when, as a browser wishes it. */
record RecordRequest(
    @NotBlank @Size(max = 120) String name,
    @Size(max = 2_000) List<String> channels,
    @DecimalMin("0") @DecimalMax("300") Double preRollSeconds,
    @Valid TriggerWish start,
    @Valid TriggerWish stop,
    @DecimalMin("0") @DecimalMax("600") Double postRollSeconds,
    @DecimalMin("0") @DecimalMax("86400") Double mostSeconds,
    Boolean again) {
  /**
   * One condition of a trigger: a threshold where {@code channel} is given, else a state of the
   * engine.
   */
  record ConditionWish(
      @Size(max = 80) String channel,
      @Size(max = 200) String name,
      Boolean above,
      Double threshold,
      @DecimalMin("0") Double hysteresis,
      @Size(max = 12) String unit,
      EngineState engine,
      @Size(max = 20) String side) {
    Trigger.Condition condition() {
      if (channel != null && !channel.isBlank()) {
        if (threshold == null) {
          throw Refusal.bad(
              WatchWords.say("a-threshold-needs-a-value"), WatchWords.say("enter-it"));
        }
        return new Trigger.Threshold(
            channel,
            name == null ? channel : name,
            above == null || above,
            threshold,
            hysteresis == null ? 0 : hysteresis,
            unit == null ? "" : unit);
      }
      if (engine == null) {
        throw Refusal.bad(
            WatchWords.say("a-condition-needs-a-channel-or"), WatchWords.say("choose-one-of-them"));
      }
      return new Trigger.Engine(engine, side == null ? "" : side);
    }
  }

  record TriggerWish(
      @NotNull @Size(min = 1, max = Trigger.MOST_CONDITIONS) List<@Valid ConditionWish> conditions,
      Boolean all,
      @DecimalMin("0") @DecimalMax("3600") Double forSeconds) {
    Trigger trigger() {
      return new Trigger(
          conditions.stream().map(ConditionWish::condition).toList(),
          all == null || all,
          forSeconds == null ? 0 : forSeconds);
    }
  }

  RecordingPlan plan() {
    try {
      return new RecordingPlan(
          name.strip(),
          channels == null ? List.of() : channels,
          preRollSeconds == null ? 0 : preRollSeconds,
          Optional.ofNullable(start).map(TriggerWish::trigger),
          Optional.ofNullable(stop).map(TriggerWish::trigger),
          postRollSeconds == null ? 0 : postRollSeconds,
          mostSeconds == null || mostSeconds == 0 ? RecordingPlan.LONGEST_SECONDS : mostSeconds,
          again != null && again);
    } catch (IllegalArgumentException e) {
      throw Refusal.bad(
          WatchWords.say("this-cannot-be-recorded", e.getMessage()), WatchWords.say("change-it"));
    }
  }
}
