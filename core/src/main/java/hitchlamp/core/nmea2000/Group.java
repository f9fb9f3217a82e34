package hitchlamp.core.nmea2000;

import static hitchlamp.core.nmea2000.Field.flags;
import static hitchlamp.core.nmea2000.Field.kelvin;
import static hitchlamp.core.nmea2000.Field.number;
import static hitchlamp.core.nmea2000.Field.signed;
import static hitchlamp.core.nmea2000.Field.words;

import hitchlamp.core.quantity.Unit;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Groups of NMEA 2000 that tell about engines, gears, tanks, batteries and the way (layouts from
 * memory; the reference test holds them against open data).
 */
public enum Group {
  ENGINE_RAPID(
      127488,
      false,
      About.ENGINE,
      List.of(
          number(Nmea2000Words.say("engine-speed"), 8, 16, 0.25, Unit.RPM, 0),
          number(Nmea2000Words.say("boost-pressure"), 24, 16, 0.1, Unit.KILOPASCAL, 1))),
  ENGINE_DYNAMIC(
      127489,
      true,
      About.ENGINE,
      List.of(
          number(Nmea2000Words.say("oil-pressure"), 8, 16, 0.1, Unit.KILOPASCAL, 0),
          kelvin(Nmea2000Words.say("oil-temperature"), 24, 16, 0.1),
          kelvin(Nmea2000Words.say("coolant-temperature"), 40, 16, 0.01),
          signed("Alternator", 56, 16, 0.01, Unit.VOLT, 1),
          signed(Nmea2000Words.say("fuel-rate"), 72, 16, 0.1, Unit.LITRE_PER_HOUR, 1),
          number(Nmea2000Words.say("engine-hours"), 88, 32, 1.0 / 3600, Unit.HOUR, 1),
          number(Nmea2000Words.say("coolant-pressure"), 120, 16, 0.1, Unit.KILOPASCAL, 0),
          number(Nmea2000Words.say("fuel-pressure"), 136, 16, 1, Unit.KILOPASCAL, 0),
          flags("Warnings", 160, 16, Words.ENGINE_WARNINGS),
          flags(Nmea2000Words.say("engine-states"), 176, 16, Words.ENGINE_STATES),
          signed(Nmea2000Words.say("engine-load"), 192, 8, 1, Unit.PERCENT, 0))),
  ENGINE_TRIP(
      127497,
      true,
      About.ENGINE,
      List.of(
          number(Nmea2000Words.say("trip-fuel"), 8, 16, 1, Unit.LITRE, 0),
          signed(Nmea2000Words.say("trip-fuel-rate"), 24, 16, 0.1, Unit.LITRE_PER_HOUR, 1))),
  TRANSMISSION(
      127493,
      false,
      About.GEAR,
      List.of(
          words("Gear", 8, 2, Map.of(0, "ahead", 1, "neutral", 2, "astern")),
          number(Nmea2000Words.say("gear-oil-pressure"), 16, 16, 0.1, Unit.KILOPASCAL, 0),
          kelvin(Nmea2000Words.say("gear-oil-temperature"), 32, 16, 0.1),
          flags(Nmea2000Words.say("gear-warnings"), 48, 8, Words.GEAR_WARNINGS))),
  FLUID_LEVEL(
      127505,
      false,
      About.TANK,
      List.of(
          words("Fluid", 4, 4, Words.FLUIDS),
          signed("Level", 8, 16, 0.004, Unit.PERCENT, 0),
          number("Capacity", 24, 32, 0.1, Unit.LITRE, 0))),
  BATTERY(
      127508,
      false,
      About.BATTERY,
      List.of(
          signed("Voltage", 8, 16, 0.01, Unit.VOLT, 2),
          signed("Current", 24, 16, 0.1, Unit.AMPERE, 1),
          kelvin(Nmea2000Words.say("battery-temperature"), 40, 16, 0.01))),
  COURSE_RAPID(
      129026,
      false,
      About.VESSEL,
      List.of(
          number(
              Nmea2000Words.say("speed-over-ground"), 32, 16, 0.036, Unit.KILOMETRE_PER_HOUR, 1)));

  /** What a group is about; its instance tells which of several. */
  public enum About {
    ENGINE,
    GEAR,
    TANK,
    BATTERY,
    VESSEL
  }

  private final int pgn;
  private final boolean fastPacket;
  private final About about;
  private final List<Field> fields;

  Group(int pgn, boolean fastPacket, About about, List<Field> fields) {
    this.pgn = pgn;
    this.fastPacket = fastPacket;
    this.about = about;
    this.fields = fields;
  }

  public int pgn() {
    return pgn;
  }

  /** True where it does not fit one frame. */
  public boolean fastPacket() {
    return fastPacket;
  }

  public About about() {
    return about;
  }

  public List<Field> fields() {
    return fields;
  }

  /** Which of several engines, tanks, … a message is about. */
  int instance(byte[] data) {
    if (data.length == 0 || about == About.VESSEL) {
      return 0;
    }
    return about == About.TANK ? data[0] & 0x0F : data[0] & 0xFF;
  }

  /** What a tank holds, by which one sender's tanks of one number are told apart; 0 elsewhere. */
  int fluid(byte[] data) {
    return data.length > 0 && about == About.TANK ? data[0] >> 4 & 0x0F : 0;
  }

  /** The group of a number; empty where it is not known here. */
  public static Optional<Group> of(int pgn) {
    return Arrays.stream(values()).filter(g -> g.pgn == pgn).findFirst();
  }
}
