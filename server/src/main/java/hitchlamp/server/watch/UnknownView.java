package hitchlamp.server.watch;

import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.watch.UnknownTraffic;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * Traffic that no pack reads, as the browser shows it.
 *
 * @param groups those that nothing is read of first
 * @param dropped messages of further groups, which are not kept
 * @param found fields that were kept as parameters of this unit
 */
public record UnknownView(
    @NotNull List<GroupView> groups, @NotNull int dropped, @NotNull List<FieldView> found) {
  /**
   * A group of one sender.
   *
   * @param partly some of it is read
   * @param everySeconds between two messages in the mean; 0 while there is one only
   * @param bytes the newest message, 0 to 255 each
   * @param moves which of them changed where nothing reads them
   * @param unread which of them hold bits that nothing reads
   * @param ageSeconds since the newest message
   */
  public record GroupView(
      @NotNull int pgn,
      @NotNull int source,
      @NotNull String sender,
      @NotNull boolean partly,
      @NotNull long count,
      @NotNull double everySeconds,
      @NotNull List<Integer> bytes,
      @NotNull List<Boolean> moves,
      @NotNull List<Boolean> unread,
      @NotNull double ageSeconds) {}

  /** A field that was kept. */
  public record FieldView(
      @NotNull int spn,
      @NotNull String name,
      @NotNull int pgn,
      @NotNull int startBit,
      @NotNull int bits,
      @NotNull double scale,
      @NotNull double offset,
      @NotNull String unit) {}

  /**
   * What a field told in one message.
   *
   * @param seconds before the newest one, 0 or below
   * @param value null where its counts stand for a state
   */
  public record SampleView(
      @NotNull double seconds, @NotNull long raw, @NotNull RawValue state, Double value) {}

  static GroupView group(UnknownTraffic.Group g, String sender, long now) {
    return new GroupView(
        g.pgn(),
        g.source(),
        sender,
        g.partly(),
        g.count(),
        g.everySeconds(),
        g.bytes(),
        g.moves(),
        g.unread(),
        Math.max(0, now - g.lastMicros()) / 1e6);
  }

  static FieldView field(Parameter p) {
    return new FieldView(
        p.spn(),
        p.name(),
        p.pgn(),
        p.startBit(),
        p.bits(),
        p.scale(),
        p.offset(),
        p.unit().symbol());
  }

  static List<SampleView> samples(List<UnknownTraffic.Sample> samples) {
    long last = samples.isEmpty() ? 0 : samples.get(samples.size() - 1).micros();
    return samples.stream()
        .map(
            s ->
                new SampleView(
                    (s.micros() - last) / 1e6,
                    s.reading().raw(),
                    s.reading().state(),
                    s.reading().state() == RawValue.VALID ? s.reading().value() : null))
        .toList();
  }
}
