package hitchlamp.core.fault;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/** What every read collects of one module: its clock, what made no sense, whether it has ended. */
public abstract class ModuleCollector {
  /** Bytes of a service's positive answer before the data of the identifier. */
  protected static final int IDENTIFIER_AT = 3;

  /** Step of hours in standard messages, h. */
  protected static final double HOUR_STEP = 0.05;

  private final ModuleRef target;
  private final Pack pack;
  private final List<String> oddities = new ArrayList<>();
  private OptionalDouble hours = OptionalDouble.empty();
  private boolean ended;

  protected ModuleCollector(ModuleRef target, Pack pack) {
    this.target = target;
    this.pack = pack;
  }

  public ModuleRef target() {
    return target;
  }

  protected Pack pack() {
    return pack;
  }

  /** Its own clock, h. */
  public OptionalDouble hours() {
    return hours;
  }

  public boolean ended() {
    return ended;
  }

  /** Everything that was asked of it has ended. */
  public void end() {
    ended = true;
  }

  /** Notes something that made no sense, once. */
  public void odd(String sentence) {
    if (!oddities.contains(sentence)) {
      oddities.add(sentence);
    }
  }

  protected List<String> oddities() {
    return List.copyOf(oddities);
  }

  /** Its hours by service, in the layout of the pack. */
  public void hours(byte[] data) {
    Parameter p = pack.services().identifiers().get(pack.services().hours().orElse(-1));
    if (p == null || data.length < IDENTIFIER_AT + p.bits() / 8) {
      odd(FaultWords.say("it-tells-its-hours-in-a"));
      return;
    }
    long raw = number(data, IDENTIFIER_AT, p.bits() / 8);
    if (RawValue.of(raw, p.bits()) == RawValue.VALID) {
      hours = OptionalDouble.of(raw * p.scale() + p.offset());
    }
  }

  /** Its hours by the standard message (PGN 65253). */
  protected void hours(Message m) {
    OptionalDouble told = counter(m, 0, HOUR_STEP);
    hours = told.isPresent() ? told : hours;
  }

  /** A counter of four bytes, low byte first; empty where it is not there or not valid. */
  protected static OptionalDouble counter(Message m, int at, double step) {
    if (m.data().length < at + 4) {
      return OptionalDouble.empty();
    }
    long raw = m.at(at) | m.at(at + 1) << 8 | m.at(at + 2) << 16 | (long) m.at(at + 3) << 24;
    return RawValue.of(raw, 32) == RawValue.VALID
        ? OptionalDouble.of(raw * step)
        : OptionalDouble.empty();
  }

  /** A number of some bytes, high byte first. */
  protected static long number(byte[] data, int at, int bytes) {
    long value = 0;
    for (int i = 0; i < bytes; i++) {
      value = value << 8 | data[at + i] & 0xFF;
    }
    return value;
  }

  /** True where this is the engine whose clock is the time axis. */
  protected boolean keepsTheAxis() {
    return target.kind().equals(pack.axisKeeper());
  }

  /** Hours to add to its times so that they stand on the axis. */
  protected double shift(OptionalDouble axisHours) {
    return axisHours.isPresent() && hours.isPresent() && !keepsTheAxis()
        ? axisHours.getAsDouble() - hours.getAsDouble()
        : 0;
  }

  /** The clock that is the time axis, as read. */
  public static OptionalDouble axis(List<? extends ModuleCollector> desks) {
    return desks.stream()
        .filter(d -> d.keepsTheAxis() && d.hours().isPresent())
        .map(ModuleCollector::hours)
        .findFirst()
        .orElse(OptionalDouble.empty());
  }
}
