package hitchlamp.core.trial;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** A scene in which nothing happens but what a test puts into it. */
public class QuietScene implements Scene {
  private final Map<Integer, SampleWindow> values = new HashMap<>();
  private final Map<String, SampleWindow> reads = new HashMap<>();
  private final Map<String, BlockWindow> blocks = new HashMap<>();
  private final Map<String, RoutineEnd> routines = new HashMap<>();
  public final Map<String, ControlState> controls = new HashMap<>();
  public long now;

  /** A value was reported. */
  public QuietScene put(int spn, long at, double value) {
    values.computeIfAbsent(spn, s -> new SampleWindow()).add(at, value);
    now = Math.max(now, at);
    return this;
  }

  /** A routine has ended. */
  public QuietScene ended(String routine, RoutineEnd end) {
    routines.put(routine, end);
    return this;
  }

  /** It is that time. */
  public QuietScene at(long micros) {
    now = micros;
    return this;
  }

  @Override
  public long now() {
    return now;
  }

  @Override
  public String module() {
    return "engine";
  }

  @Override
  public String moduleAt(int address) {
    return "";
  }

  @Override
  public SampleWindow value(int spn) {
    return values.getOrDefault(spn, new SampleWindow());
  }

  /** An identifier was read. */
  public QuietScene read(String name, long at, double value) {
    reads.computeIfAbsent(name, n -> new SampleWindow()).add(at, value);
    now = Math.max(now, at);
    return this;
  }

  @Override
  public SampleWindow read(String name) {
    return reads.computeIfAbsent(name, n -> new SampleWindow());
  }

  @Override
  public BlockWindow block(String name) {
    return blocks.computeIfAbsent(name, n -> new BlockWindow());
  }

  @Override
  public ControlState control(String name) {
    return controls.getOrDefault(name, ControlState.returned(0));
  }

  @Override
  public Optional<RoutineEnd> routine(String name) {
    return Optional.ofNullable(routines.get(name));
  }
}
