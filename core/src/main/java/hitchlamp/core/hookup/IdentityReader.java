package hitchlamp.core.hookup;

import hitchlamp.core.j1939.Identification;
import hitchlamp.core.j1939.Identification.Texts;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.RawValue;
import java.util.OptionalDouble;

/** Adds what one message tells to an identity. */
final class IdentityReader {
  /** Counts an hour of SPN 247 (0.05 h a count; J1939-71, from memory). */
  private static final double HOURS_COUNTS = 20;

  /** Counts a kilometre of SPN 245 (0.125 km a count; J1939-71, from memory). */
  private static final double DISTANCE_COUNTS = 8;

  /** Counts a kilometre of SPN 917 (5 m a count; J1939-71, from memory). */
  private static final double FINE_DISTANCE_COUNTS = 200;

  /**
   * The identity afterwards, and what does not make sense in words (empty where all does).
   *
   * @param garbled null where all makes sense
   */
  record Result(Identity identity, String garbled) {}

  private IdentityReader() {}

  static Result add(Identity was, Item item, Message m) {
    return switch (item) {
      case COMPONENT -> {
        Texts t = Identification.texts(m.data());
        yield t instanceof Texts.Read r
            ? new Result(
                new Identity(
                    r.field(0),
                    r.field(1),
                    r.field(2),
                    r.field(3),
                    was.partNumber(),
                    was.moduleSerial(),
                    was.software(),
                    was.calibrations(),
                    was.vin(),
                    was.hours(),
                    was.kilometres()),
                null)
            : garbled(was, HookupWords.say("component-identification"), t);
      }
      case MODULE -> {
        Texts t = Identification.texts(m.data());
        yield t instanceof Texts.Read r
            ? new Result(
                new Identity(
                    was.maker(),
                    was.model(),
                    was.serial(),
                    was.unitNumber(),
                    r.field(0),
                    r.field(1),
                    was.software(),
                    was.calibrations(),
                    was.vin(),
                    was.hours(),
                    was.kilometres()),
                null)
            : garbled(was, HookupWords.say("module-identification"), t);
      }
      case SOFTWARE -> {
        Texts t = Identification.software(m.data());
        yield t instanceof Texts.Read r
            ? new Result(
                new Identity(
                    was.maker(),
                    was.model(),
                    was.serial(),
                    was.unitNumber(),
                    was.partNumber(),
                    was.moduleSerial(),
                    r.fields(),
                    was.calibrations(),
                    was.vin(),
                    was.hours(),
                    was.kilometres()),
                null)
            : garbled(was, HookupWords.say("software-identification"), t);
      }
      case VEHICLE -> {
        Texts t = Identification.texts(m.data());
        yield t instanceof Texts.Read r
            ? new Result(
                new Identity(
                    was.maker(),
                    was.model(),
                    was.serial(),
                    was.unitNumber(),
                    was.partNumber(),
                    was.moduleSerial(),
                    was.software(),
                    was.calibrations(),
                    r.field(0),
                    was.hours(),
                    was.kilometres()),
                null)
            : garbled(was, HookupWords.say("vehicle-identification"), t);
      }
      case CALIBRATION -> {
        var found = Identification.calibrations(m.data());
        Identity now =
            new Identity(
                was.maker(),
                was.model(),
                was.serial(),
                was.unitNumber(),
                was.partNumber(),
                was.moduleSerial(),
                was.software(),
                found,
                was.vin(),
                was.hours(),
                was.kilometres());
        yield new Result(
            now,
            m.data().length % 20 == 0
                ? null
                : HookupWords.say(
                    "calibration-information-bytes-are-no-multiple", m.data().length));
      }
      case HOURS -> new Result(withHours(was, figure(m, 0, HOURS_COUNTS)), null);
      case DISTANCE ->
          new Result(
              withDistance(
                  was,
                  was.kilometres().isPresent() ? was.kilometres() : figure(m, 4, DISTANCE_COUNTS)),
              null);
      case DISTANCE_FINE -> {
        OptionalDouble fine = figure(m, 0, FINE_DISTANCE_COUNTS);
        yield new Result(withDistance(was, fine.isPresent() ? fine : was.kilometres()), null);
      }
      case ACTIVE_FAULTS, EARLIER_FAULTS -> new Result(was, null);
    };
  }

  private static Result garbled(Identity was, String what, Texts t) {
    Texts.Garbled g = (Texts.Garbled) t;
    return new Result(was, what + ": " + g.reason());
  }

  private static OptionalDouble figure(Message m, int index, double countsPerUnit) {
    if (m.data().length < index + 4) {
      return OptionalDouble.empty();
    }
    long raw = m.number(index, 4);
    return RawValue.of(raw, 32) == RawValue.VALID
        ? OptionalDouble.of(raw / countsPerUnit)
        : OptionalDouble.empty();
  }

  private static Identity withHours(Identity was, OptionalDouble hours) {
    return new Identity(
        was.maker(),
        was.model(),
        was.serial(),
        was.unitNumber(),
        was.partNumber(),
        was.moduleSerial(),
        was.software(),
        was.calibrations(),
        was.vin(),
        hours,
        was.kilometres());
  }

  private static Identity withDistance(Identity was, OptionalDouble km) {
    return new Identity(
        was.maker(),
        was.model(),
        was.serial(),
        was.unitNumber(),
        was.partNumber(),
        was.moduleSerial(),
        was.software(),
        was.calibrations(),
        was.vin(),
        was.hours(),
        km);
  }
}
