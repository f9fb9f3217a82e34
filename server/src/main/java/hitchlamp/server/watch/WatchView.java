package hitchlamp.server.watch;

import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.Recorder;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;

/** Values as the stream tells them: what there is seldom, what they are often and short. */
public final class WatchView {
  private WatchView() {}

  /**
   * A value that can be watched.
   *
   * @param words meanings of counts, empty where they are numbers
   * @param most greatest value that can be told; null where there is no bound
   */
  public record ChannelView(
      @NotNull String id,
      @NotNull String name,
      @NotNull int spn,
      @NotNull String module,
      @NotNull String moduleTitle,
      @NotNull String side,
      @NotNull Channel.Source source,
      @NotNull int group,
      @NotNull String unit,
      @NotNull int decimals,
      @NotNull double factor,
      @NotNull double offset,
      @NotNull Map<Integer, String> words,
      @NotNull List<String> sets,
      Double most) {

    /**
     * A channel as the page shows it.
     *
     * @param sets ids of the sets that it belongs to
     */
    public static ChannelView of(Channel c, List<String> sets) {
      return new ChannelView(
          c.id(),
          c.name(),
          c.spn(),
          c.module(),
          c.moduleTitle(),
          c.side(),
          c.source(),
          c.group(),
          c.scale().unit().symbol(),
          c.scale().decimals(),
          c.scale().factor(),
          c.scale().offset(),
          c.scale().words(),
          sets,
          Double.isInfinite(c.scale().most()) ? null : c.scale().most());
    }
  }

  /**
   * All values there are.
   *
   * @param version counts up with each change, so that a list of values can be matched with it
   * @param titles of the sets, by id
   */
  public record Channels(
      @NotNull int version,
      @NotNull List<ChannelView> channels,
      @NotNull Map<String, String> titles) {}

  /**
   * The values as they are now, in the order of the channels.
   *
   * @param version of the channels
   * @param seconds bus time
   * @param raws counts
   * @param states one character each: V valid, S stale, N not available, E sensor error, A not
   *     awake, P parameter specific, R reserved, - not told yet
   */
  public record Now(
      @NotNull int version,
      @NotNull double seconds,
      @NotNull long[] raws,
      @NotNull String states) {}

  /**
   * What was gathered since statistics began; figures are null where there is none.
   *
   * @param engines what each engine does, by its side
   * @param normal ranges that hold now, two a channel, null where nobody knows
   */
  public record Since(
      @NotNull int version,
      @NotNull Map<String, String> engines,
      @NotNull Double[] min,
      @NotNull Double[] max,
      @NotNull Double[] mean,
      @NotNull double[] ageMs,
      @NotNull double[] periodMs,
      @NotNull Double[] normal) {}

  /**
   * A recorder.
   *
   * @param recordingId of the recording under way or the last; null where none began
   */
  public record RecorderView(
      @NotNull int number,
      @NotNull String name,
      @NotNull Recorder.Stage stage,
      @NotNull String says,
      @NotNull double seconds,
      @NotNull long samples,
      @NotNull long lost,
      @NotNull int recordings,
      Long recordingId) {}

  public record Recorders(@NotNull List<RecorderView> recorders) {}
}
