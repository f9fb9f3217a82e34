package hitchlamp.core.nmea2000;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a vessel's network tells, by hand-written bytes (layouts from memory of NMEA 2000). */
class VesselTest {
  private static final int DYNAMIC = 127489;
  private static final int GATEWAY = 40;
  private final FastPacket packets = new FastPacket();
  private final Vessel vessel = new Vessel();
  private long micros = 1_000_000;

  private static Frame frame(int pgn, int source, int... bytes) {
    return Frame.extended(2 << 26 | pgn << 8 | source, bytes);
  }

  private void hear(int pgn, int source, int... bytes) {
    vessel.accept(new StampedFrame(micros += 100, frame(pgn, source, bytes)));
  }

  private Optional<VesselReading> told(String field) {
    return vessel.readings().stream().filter(r -> r.field().name().equals(field)).findFirst();
  }

  /** A message cut into frames as a sender does it. */
  private static List<Frame> cut(int pgn, int source, int sequence, byte[] data) {
    List<Frame> frames = new ArrayList<>();
    int sent = 0;
    for (int number = 0; sent < data.length; number++) {
      int[] bytes = {255, 255, 255, 255, 255, 255, 255, 255};
      bytes[0] = sequence << 5 | number;
      int at = 1;
      if (number == 0) {
        bytes[at++] = data.length;
      }
      while (at < 8 && sent < data.length) {
        bytes[at++] = data[sent++] & 0xFF;
      }
      frames.add(frame(pgn, source, bytes));
    }
    return frames;
  }

  private Optional<byte[]> feed(List<Frame> frames) {
    Optional<byte[]> whole = Optional.empty();
    for (Frame f : frames) {
      Optional<byte[]> now = packets.accept(DYNAMIC, GATEWAY, f, micros += 1_000);
      whole = now.isPresent() ? now : whole;
    }
    return whole;
  }

  private static byte[] counting(int length) {
    byte[] data = new byte[length];
    for (int i = 0; i < length; i++) {
      data[i] = (byte) i;
    }
    return data;
  }

  @ParameterizedTest
  @CsvSource({
    "65535, 16, false, NOT_AVAILABLE",
    "65534, 16, false, ERROR",
    "65533, 16, false, RESERVED",
    "65532, 16, false, VALID",
    // J1939 would call this reserved: the tables must not be shared.
    "64000, 16, false, VALID",
    "32767, 16, true, NOT_AVAILABLE",
    "32766, 16, true, ERROR",
    "32765, 16, true, RESERVED",
    "65535, 16, true, VALID",
    "255, 8, false, NOT_AVAILABLE",
    "251, 8, false, VALID",
    "3, 2, false, NOT_AVAILABLE",
    "2, 2, false, ERROR",
    "1, 2, false, VALID",
    "1, 1, false, VALID",
  })
  void itsBandsAreItsOwn(long raw, int bits, boolean signed, Band band) {
    assertThat(Band.of(raw, bits, signed)).isEqualTo(band);
  }

  @Test
  void engineSpeedAndBoostOfBothEnginesAreKeptApart() {
    hear(127488, GATEWAY, 0, 0x60, 0x09, 0xE8, 0x03, 0x7F, 0xFF, 0xFF);
    hear(127488, GATEWAY, 1, 0x70, 0x09, 0xFF, 0xFF, 0x7F, 0xFF, 0xFF);
    List<VesselReading> r = vessel.readings();
    assertThat(r).extracting(VesselReading::instance).containsExactly(0, 0, 1, 1);
    assertThat(r.get(0).value()).isEqualTo(600);
    assertThat(r.get(1).value()).as("kPa").isCloseTo(100, within(1e-9));
    assertThat(r.get(2).value()).isEqualTo(604);
    assertThat(r.get(3).band()).isEqualTo(Band.NOT_AVAILABLE);
  }

  @Test
  void aTankIsKnownByItsFluidAndInstance() {
    hear(127505, 50, 0x11, 0xD8, 0x27, 0x70, 0x17, 0, 0, 0xFF);
    VesselReading level = told("Level").orElseThrow();
    assertThat(level.instance()).isEqualTo(1);
    assertThat(level.value()).isCloseTo(40.8, within(1e-9));
    assertThat(told("Fluid").orElseThrow().words()).isEqualTo("fresh water");
    assertThat(told("Capacity").orElseThrow().value()).isCloseTo(600, within(1e-9));
  }

  @Test
  void tanksOfOneSenderAreKeptApartByWhatTheyHold() {
    hear(127505, 52, 0x10, 0xD8, 0x27, 0x70, 0x17, 0, 0, 0xFF);
    hear(127505, 52, 0x20, 0xC4, 0x09, 0x70, 0x17, 0, 0, 0xFF);
    hear(127505, 52, 0x60, 0x10, 0x27, 0x70, 0x17, 0, 0, 0xFF);
    assertThat(vessel.readings().stream().filter(r -> r.field().name().equals("Level")))
        .extracting(VesselReading::holds)
        .containsExactly("fresh water", "grey water", "petrol");
  }

  @Test
  void theSecondStatesOfAnEngineAreTold() {
    byte[] d = new byte[26];
    java.util.Arrays.fill(d, (byte) 0xFF);
    d[0] = 0;
    d[20] = 0;
    d[21] = 0;
    d[22] = (byte) 0x85;
    d[23] = 0;
    for (Frame f : cut(DYNAMIC, GATEWAY, 5, d)) {
      vessel.accept(new StampedFrame(micros += 1_000, f));
    }
    assertThat(told("States").orElseThrow().words())
        .isEqualTo("warning, level 1, power reduced, engine shuts down");
  }

  @Test
  void statesAreToldInWords() {
    hear(127493, GATEWAY, 0, 0xFE, 0xFF, 0xFF, 0xFF, 0xFF, 0x05, 0xFF);
    assertThat(told("Gear").orElseThrow().words())
        .as("a looked-up field has values, no bands")
        .isEqualTo("astern");
    assertThat(told("Gear").orElseThrow().band()).isEqualTo(Band.VALID);
    assertThat(told("Gear warnings").orElseThrow().words())
        .isEqualTo("check transmission, low oil pressure");
    hear(127493, GATEWAY, 0, 0xFC, 0xFF, 0xFF, 0xFF, 0xFF, 0x00, 0xFF);
    assertThat(told("Gear").orElseThrow().words()).isEqualTo("ahead");
    assertThat(told("Gear warnings").orElseThrow().words()).isEqualTo("none");
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 6, 7, 13, 14, 26, 223})
  void aLongMessageIsPutTogetherWhole(int length) {
    byte[] data = counting(length);
    assertThat(feed(cut(DYNAMIC, GATEWAY, 3, data))).contains(data);
    assertThat(packets.dropped()).isZero();
  }

  @Test
  void messagesOfTwoSendersDoNotMix() {
    List<Frame> one = cut(DYNAMIC, 40, 1, counting(26));
    List<Frame> other = cut(DYNAMIC, 41, 1, counting(20));
    int whole = 0;
    for (int i = 0; i < one.size(); i++) {
      whole += packets.accept(DYNAMIC, 40, one.get(i), micros).isPresent() ? 1 : 0;
      if (i < other.size()) {
        whole += packets.accept(DYNAMIC, 41, other.get(i), micros).isPresent() ? 1 : 0;
      }
    }
    assertThat(whole).isEqualTo(2);
  }

  @Test
  void aMissingFrameDropsTheMessageAndTheNextOneComesWhole() {
    List<Frame> frames = new ArrayList<>(cut(DYNAMIC, GATEWAY, 1, counting(26)));
    frames.remove(2);
    assertThat(feed(frames)).isEmpty();
    assertThat(packets.dropped()).isOne();
    assertThat(feed(cut(DYNAMIC, GATEWAY, 2, counting(26)))).isPresent();
  }

  @Test
  void aFrameThatComesTwiceDoesNoHarm() {
    List<Frame> frames = new ArrayList<>(cut(DYNAMIC, GATEWAY, 1, counting(26)));
    frames.add(2, frames.get(1));
    assertThat(feed(frames)).contains(counting(26));
  }

  @Test
  void aSenderThatStopsInTheMiddleIsForgotten() {
    feed(cut(DYNAMIC, GATEWAY, 1, counting(26)).subList(0, 2));
    micros += FastPacket.PATIENCE_MICROS + 10_000;
    assertThat(feed(cut(DYNAMIC, GATEWAY, 2, counting(8)))).isPresent();
    assertThat(packets.dropped()).isOne();
  }

  @Test
  void whatIsOpenIsBounded() {
    for (int pgn = 130_000; pgn < 130_600; pgn++) {
      packets.accept(pgn, GATEWAY, frame(pgn, GATEWAY, 0, 26, 1, 2, 3, 4, 5, 6), micros);
    }
    assertThat(packets.dropped()).isEqualTo(600 - FastPacket.MOST_OPEN);
  }

  @Test
  void anImpossibleLengthIsRefused() {
    assertThat(packets.accept(DYNAMIC, GATEWAY, frame(DYNAMIC, GATEWAY, 0, 224, 1), micros))
        .isEmpty();
    assertThat(packets.accept(DYNAMIC, GATEWAY, frame(DYNAMIC, GATEWAY, 0, 0, 1), micros))
        .isEmpty();
    assertThat(packets.dropped()).isEqualTo(2);
  }

  @Test
  void aDeviceIsNamedByItsProductInformation() {
    byte[] product = new byte[134];
    java.util.Arrays.fill(product, (byte) 0xFF);
    byte[] model = "Shaftgate".getBytes(java.nio.charset.StandardCharsets.US_ASCII);
    System.arraycopy(model, 0, product, 4, model.length);
    cut(Device.PRODUCT_INFORMATION, GATEWAY, 0, product)
        .forEach(f -> vessel.accept(new StampedFrame(micros += 1_000, f)));
    hear(60928 | 0xFF, 50, 1, 2, 3, 4, 5, 6, 7, 0xC0);
    assertThat(vessel.devices()).extracting(Device::source).containsExactly(40, 50);
    assertThat(vessel.devices().get(0).model()).isEqualTo("Shaftgate");
    assertThat(vessel.devices().get(1).name()).isPresent();
  }

  @Test
  void aShortFrameSaysNotAvailableAndNotZero() {
    hear(127488, GATEWAY, 0, 0x60, 0x09);
    assertThat(told("Boost pressure").orElseThrow().band()).isEqualTo(Band.NOT_AVAILABLE);
  }
}
