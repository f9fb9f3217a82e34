package hitchlamp.core.uds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.Frame;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Byte vectors written by hand after ISO 15765-2, from memory. */
class SegmentsTest {
  private static final int TO_THEM = 0x18DA00F9;
  private static final int TO_US = 0x18DA0000 | 0xF9 << 8;

  private final List<Frame> sent = new ArrayList<>();
  private final List<String> told = new ArrayList<>();
  private final Segments side = new Segments(0xF9, 0x00, sent::add, teller(told));

  private static Segments.Listener teller(List<String> told) {
    return new Segments.Listener() {
      @Override
      public void received(byte[] payload, long micros) {
        told.add("received " + HexFormat.of().withUpperCase().formatHex(payload));
      }

      @Override
      public void sent(long micros) {
        told.add("sent");
      }

      @Override
      public void broke(Segments.Broke why, boolean ours, long micros) {
        told.add(why + (ours ? " ours" : " theirs"));
      }
    };
  }

  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  private void they(long micros, String bytes) {
    side.accept(Frame.extended(TO_US, hex(bytes)), micros);
  }

  private void weSent(int index, String bytes) {
    assertThat(sent.get(index)).isEqualTo(Frame.extended(TO_THEM, hex(bytes)));
  }

  @Test
  void upToSevenBytesGoInOneFrame() {
    side.send(hex("22 F1 90"), 0);
    weSent(0, "03 22 F1 90 FF FF FF FF");
    they(5, "03 7F 22 31 FF FF FF FF");
    assertThat(told).containsExactly("sent", "received 7F2231");
  }

  @Test
  void twentyBytesTakeAFirstFrameAFlowControlAndTwoMore() {
    they(0, "10 14 62 F1 90 53 4D 57");
    weSent(0, "30 00 00 FF FF FF FF FF");
    they(1, "21 30 54 50 52 31 34 30");
    they(2, "22 30 30 31 38 32 30 34");
    assertThat(told).containsExactly("received 62F190534D5730545052313430303031" + "38323034");
  }

  @Test
  void ourLongPayloadWaitsForFlowControlAndKeepsBlockAndGap() {
    byte[] payload = new byte[30];
    side.send(payload, 0);
    weSent(0, "10 1E 00 00 00 00 00 00");
    they(1_000, "30 02 0A FF FF FF FF FF");
    assertThat(sent).as("one at once, the next after 10 ms").hasSize(2);
    assertThat(side.nextTimer()).isEqualTo(11_000);
    side.tick(11_000);
    assertThat(sent).as("the block of two is full").hasSize(3);
    side.tick(100_000);
    assertThat(sent).hasSize(3);
    they(100_000, "30 00 00 FF FF FF FF FF");
    assertThat(sent).hasSize(5);
    weSent(4, "24 00 00 00 FF FF FF FF");
    assertThat(told).containsExactly("sent");
  }

  @ParameterizedTest
  @CsvSource({"0,0", "127,127000", "128,127000", "240,127000", "241,100", "249,900", "250,127000"})
  void gapsAreReadAsTheStandardSays(int code, long micros) {
    assertThat(Segments.gap(code)).isEqualTo(micros);
  }

  @Test
  void waitBuysTimeButNotForEver() {
    side.send(new byte[10], 0);
    for (int i = 1; i <= Segments.MOST_WAITS; i++) {
      they(i * 900_000L, "31 00 00 FF FF FF FF FF");
      side.tick(i * 900_000L);
    }
    assertThat(told).isEmpty();
    they(11 * 900_000L, "31 00 00 FF FF FF FF FF");
    assertThat(told).containsExactly("TOO_MANY_WAITS ours");
  }

  @Test
  void overflowNonsenseAndSilenceEndOurPayload() {
    side.send(new byte[10], 0);
    they(1, "32 00 00 FF FF FF FF FF");
    side.send(new byte[10], 2);
    they(3, "35 00 00 FF FF FF FF FF");
    side.send(new byte[10], 4);
    side.tick(3 + Segments.WAIT_MICROS);
    assertThat(told).containsExactly("OVERFLOW ours", "NONSENSE ours");
    side.tick(4 + Segments.WAIT_MICROS);
    assertThat(told).last().isEqualTo("NO_FLOW_CONTROL ours");
  }

  /**
   * A disturbed end of frame makes a sender send again what was heard (ISO 11898-1, from memory).
   */
  @Test
  void theSameFrameTwiceInARowIsOneSegment() {
    they(0, "10 0A 62 F1 90 53 4D 57");
    they(1, "21 30 54 50 52 FF FF FF");
    assertThat(told).containsExactly("received 62F190534D5730545052");
    they(2, "10 14 62 F1 90 53 4D 57");
    they(3, "21 30 54 50 52 31 34 30");
    they(4, "21 30 54 50 52 31 34 30");
    they(5, "22 30 31 38 32 30 34 30");
    assertThat(told).last().asString().startsWith("received 62F190534D57305450523134303031383230");
  }

  @Test
  void aLostARepeatedAndALateFrameOfTheirsAreNamed() {
    they(0, "10 14 62 F1 90 53 4D 57");
    they(1, "22 30 30 31 38 32 30 34");
    assertThat(told).containsExactly("WRONG_SEQUENCE theirs");
    they(2, "10 14 62 F1 90 53 4D 57");
    they(3, "21 30 54 50 52 31 34 30");
    they(4, "21 30 54 50 52 31 34 31");
    assertThat(told).hasSize(2).last().isEqualTo("WRONG_SEQUENCE theirs");
    they(5, "10 14 62 F1 90 53 4D 57");
    side.tick(5 + Segments.WAIT_MICROS);
    assertThat(told).last().isEqualTo("FELL_SILENT theirs");
    they(6, "10 14 62 F1 90 53 4D 57");
    they(7, "10 14 62 F1 90 53 4D 57");
    assertThat(told).as("heard twice, meant once").last().isEqualTo("FELL_SILENT theirs");
    they(50_000, "10 14 62 F1 90 53 4D 57");
    assertThat(told).last().isEqualTo("REPLACED theirs");
  }

  @Test
  void aLengthWeHaveNoRoomForIsRefusedAtOnce() {
    they(0, "10 00 00 01 00 00 FF FF");
    weSent(0, "32 00 00 FF FF FF FF FF");
    assertThat(told).containsExactly("TOO_LONG theirs");
    assertThatThrownBy(() -> side.send(new byte[4_096], 0)).hasMessageContaining("4095");
  }

  @Test
  void framesOfOthersAndOddOnesAreLeftAlone() {
    side.accept(Frame.extended(0x18DA0003 | 0xF9 << 8, hex("03 7F 22 31 FF FF FF FF")), 0);
    side.accept(new Frame(0x7E8, false, 8, 0x12), 0);
    they(0, "00");
    they(0, "0F 00");
    they(0, "21 00 00 00 00 00 00 00");
    they(0, "10 14 00");
    they(0, "30 00 00");
    they(0, "90 00 00");
    assertThat(told).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 7, 8, 13, 14, 62, 111, 112, 4_095})
  void bothSidesTogetherCarryAnyLength(int length) {
    byte[] payload = new byte[length];
    new SplittableRandom(length).nextBytes(payload);
    List<Frame> theirs = new ArrayList<>();
    List<String> there = new ArrayList<>();
    Segments other = new Segments(0x00, 0xF9, theirs::add, teller(there));
    side.send(payload, 0);
    for (int i = 0; i < 2_000 && there.isEmpty(); i++) {
      if (!sent.isEmpty()) {
        other.accept(sent.remove(0), i);
      } else if (!theirs.isEmpty()) {
        side.accept(theirs.remove(0), i);
      }
    }
    assertThat(there)
        .containsExactly("received " + HexFormat.of().withUpperCase().formatHex(payload));
  }

  @Test
  void noInputCrashesHangsOrBuildsUp() {
    SplittableRandom random = new SplittableRandom(3);
    for (int i = 0; i < 200_000; i++) {
      byte[] bytes = new byte[random.nextInt(9)];
      random.nextBytes(bytes);
      side.accept(Frame.extended(TO_US, bytes), i);
      if (random.nextInt(50) == 0) {
        side.send(new byte[1 + random.nextInt(100)], i);
      }
      if (random.nextInt(20) == 0) {
        side.tick(i);
      }
      sent.clear();
      told.clear();
    }
    side.tick(10_000_000);
    side.tick(20_000_000);
    assertThat(side.nextTimer()).isEqualTo(Long.MAX_VALUE);
  }
}
