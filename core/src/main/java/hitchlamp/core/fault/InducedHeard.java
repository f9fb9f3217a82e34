package hitchlamp.core.fault;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import hitchlamp.core.pack.InducementKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/** Gathers, during a read, how the unit makes somebody have its exhaust treatment mended. */
final class InducedHeard {
  /** Greatest severity that is one: 7 means that it is not told (SAE J1939-71, from memory). */
  private static final int GREATEST = 6;

  private final Pack pack;
  private final InducementKind kind;
  private final Map<Integer, Double> hours = new LinkedHashMap<>();
  private OptionalInt severity = OptionalInt.empty();
  private OptionalDouble level = OptionalDouble.empty();

  InducedHeard(Pack pack) {
    this.pack = pack;
    this.kind = pack.inducement();
  }

  /** The group that tells the stage; empty where none is known. */
  Optional<Integer> group() {
    return Optional.ofNullable(pack.parameters().get(kind.severity())).map(Parameter::pgn);
  }

  /** A group was on the bus. */
  void heard(Message m) {
    reading(kind.severity(), m)
        .filter(v -> v >= 0 && v <= GREATEST)
        .ifPresent(v -> severity = OptionalInt.of((int) Math.round(v)));
    reading(kind.level(), m).ifPresent(v -> level = OptionalDouble.of(v));
  }

  private Optional<Double> reading(int spn, Message m) {
    Parameter p = pack.parameters().get(spn);
    if (p == null || p.pgn() != m.pgn()) {
      return Optional.empty();
    }
    Parameter.Reading r = p.read(m);
    return r.state() == RawValue.VALID ? Optional.of(r.value()) : Optional.empty();
  }

  /** Its module answered about the hours under an identifier: service, identifier, value. */
  void counted(int identifier, byte[] data) {
    Parameter p = pack.services().identifiers().get(identifier);
    int bytes = p == null ? 0 : (p.bits() + 7) / 8;
    if (bytes == 0 || data.length != 3 + bytes) {
      return;
    }
    long raw = 0;
    for (int i = 0; i < bytes; i++) {
      raw = raw << 8 | data[3 + i] & 0xFF;
    }
    double value = raw * p.scale() + p.offset();
    if (value >= 0) {
      hours.put(identifier, value);
    }
  }

  Induced told() {
    return new Induced(severity, level, hours);
  }
}
