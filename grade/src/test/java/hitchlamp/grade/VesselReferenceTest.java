package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.nmea2000.Band;
import hitchlamp.core.nmea2000.Vessel;
import hitchlamp.core.nmea2000.VesselReading;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Messages of NMEA 2000 decoded as the npm package @canboat/canboatjs decodes them (open data of
 * its PGN definitions). The web's tests decode the same file with that package itself.
 */
class VesselReferenceTest {
  private static final int SOURCE = 40;

  /** Our field, theirs, and what ours must be multiplied by and moved by to be theirs. */
  private record Same(String ours, String theirs, double times, double plus) {}

  private static final Map<Integer, List<Same>> SAME =
      Map.of(
          127488,
          List.of(
              new Same("Engine speed", "speed", 1, 0),
              new Same("Boost pressure", "boostPressure", 1_000, 0)),
          127489,
          List.of(
              new Same("Oil pressure", "oilPressure", 1_000, 0),
              new Same("Oil temperature", "oilTemperature", 1, 273.15),
              new Same("Coolant temperature", "temperature", 1, 273.15),
              new Same("Alternator", "alternatorPotential", 1, 0),
              new Same("Fuel rate", "fuelRate", 1, 0),
              new Same("Engine hours", "totalEngineHours", 3_600, 0),
              new Same("Coolant pressure", "coolantPressure", 1_000, 0),
              new Same("Fuel pressure", "fuelPressure", 1_000, 0),
              new Same("Warnings", "discreteStatus1", 1, 0),
              new Same("Engine load", "engineLoad", 1, 0)),
          127497,
          List.of(
              new Same("Trip fuel", "tripFuelUsed", 1, 0),
              new Same("Trip fuel rate", "fuelRateAverage", 1, 0)),
          127493,
          List.of(
              new Same("Gear", "transmissionGear", 1, 0),
              new Same("Gear oil pressure", "oilPressure", 1_000, 0),
              new Same("Gear oil temperature", "oilTemperature", 1, 273.15)),
          127505,
          List.of(
              new Same("Fluid", "type", 1, 0),
              new Same("Level", "level", 1, 0),
              new Same("Capacity", "capacity", 1, 0)),
          127508,
          List.of(
              new Same("Voltage", "voltage", 1, 0),
              new Same("Current", "current", 1, 0),
              new Same("Battery temperature", "temperature", 1, 273.15)),
          129026,
          List.of(new Same("Speed over ground", "sog", 1 / 3.6, 0)));

  static Stream<Arguments> messages() throws IOException {
    try (InputStream in = VesselReferenceTest.class.getResourceAsStream("/nmea2000/decoded.json")) {
      List<Arguments> all = new ArrayList<>();
      for (JsonNode m : JsonMapper.builder().build().readTree(in).path("messages")) {
        all.add(Arguments.of(m.path("pgn").asInt(), m.path("data").asString(), m.path("fields")));
      }
      return all.stream();
    }
  }

  @ParameterizedTest
  @MethodSource("messages")
  void theSameBytesTellTheSameValues(int pgn, String hex, JsonNode theirs) {
    Vessel vessel = new Vessel();
    byte[] data = HexFormat.of().parseHex(hex);
    frames(pgn, data).forEach(f -> vessel.accept(new StampedFrame(1_000, f)));
    for (Same s : SAME.get(pgn)) {
      VesselReading ours =
          vessel.readings().stream()
              .filter(r -> r.field().name().equals(s.ours()))
              .findFirst()
              .orElseThrow();
      JsonNode value = theirs.path(s.theirs());
      if (value.isMissingNode() || value.isNull()) {
        assertThat(ours.band()).as("%s of %s", s.ours(), hex).isNotEqualTo(Band.VALID);
      } else if (value.isArray()) {
        List<String> words = new ArrayList<>();
        value.forEach(w -> words.add(w.asString()));
        assertThat(ours.words())
            .isEqualToIgnoringCase(words.isEmpty() ? "none" : String.join(", ", words));
      } else if (value.isNumber()) {
        double wanted = value.asDouble();
        assertThat(ours.band()).isEqualTo(Band.VALID);
        assertThat(ours.value() * s.times() + s.plus())
            .as("%s of %s", s.ours(), hex)
            // They round to the digits of the step.
            .isCloseTo(wanted, within(0.06 * Math.max(1, Math.abs(s.times()))));
      } else if (value.asString().matches("\\d+:\\d\\d:\\d\\d")) {
        String[] t = value.asString().split(":");
        long seconds =
            Long.parseLong(t[0]) * 3_600 + Long.parseLong(t[1]) * 60 + Long.parseLong(t[2]);
        assertThat(ours.value() * s.times()).isCloseTo(seconds, within(0.5));
      } else {
        assertThat(meaning(ours.words())).isEqualTo(value.asString().toLowerCase());
      }
    }
  }

  /** Our word in theirs. */
  private static String meaning(String ours) {
    return switch (ours) {
      case "ahead" -> "forward";
      case "astern" -> "reverse";
      case "fresh water" -> "water";
      case "grey water" -> "gray water";
      default -> ours;
    };
  }

  private static List<Frame> frames(int pgn, byte[] data) {
    int id = 2 << 26 | pgn << 8 | SOURCE;
    List<Frame> frames = new ArrayList<>();
    if (data.length <= 8) {
      int[] bytes = new int[data.length];
      for (int i = 0; i < data.length; i++) {
        bytes[i] = data[i] & 0xFF;
      }
      return List.of(Frame.extended(id, bytes));
    }
    int sent = 0;
    for (int number = 0; sent < data.length; number++) {
      int[] bytes = {number, 255, 255, 255, 255, 255, 255, 255};
      int at = 1;
      if (number == 0) {
        bytes[at++] = data.length;
      }
      while (at < 8 && sent < data.length) {
        bytes[at++] = data[sent++] & 0xFF;
      }
      frames.add(Frame.extended(id, bytes));
    }
    return frames;
  }
}
