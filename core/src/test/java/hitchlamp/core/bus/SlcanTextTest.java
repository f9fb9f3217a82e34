package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.SlcanText.Flag;
import hitchlamp.core.bus.SlcanText.Said;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lines of serial adapters; the figures are from memory of the protocol. */
class SlcanTextTest {
  private static List<Said> read(String text) {
    List<Said> said = new ArrayList<>();
    byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
    new SlcanText().feed(bytes, 0, bytes.length, said::add);
    return said;
  }

  private static String text(byte[] bytes) {
    return new String(bytes, StandardCharsets.US_ASCII);
  }

  @Test
  void aFrameWithALongIdentifierAndAStamp() {
    assertThat(read("T0CF00400811223344556677883039\r"))
        .containsExactly(
            new Said.FrameSaid(
                Frame.extended(0x0CF00400, 0x11, 0x22, 0x33, 0x44, 0x55, 0x66, 0x77, 0x88),
                12_345));
  }

  @Test
  void aFrameWithAShortIdentifierAndNoStamp() {
    assertThat(read("t7E8203AF\r"))
        .containsExactly(
            new Said.FrameSaid(new Frame(0x7E8, false, 2, 0xAF03), SlcanText.NO_STAMP));
    assertThat(read("t0000\r"))
        .containsExactly(new Said.FrameSaid(new Frame(0, false, 0, 0), SlcanText.NO_STAMP));
  }

  @Test
  void smallLettersAreReadToo() {
    assertThat(read("T18feca001aB\r"))
        .containsExactly(new Said.FrameSaid(Frame.extended(0x18FECA00, 0xAB), -1));
  }

  @Test
  void answersAreToldApart() {
    assertThat(read("\r\u0007z\rZ\rV1013\rNA123\rF00\r"))
        .containsExactly(
            new Said.Done(),
            new Said.Refused(),
            new Said.Done(),
            new Said.Done(),
            new Said.Answer("V1013"),
            new Said.Answer("NA123"),
            new Said.Status(EnumSet.noneOf(Flag.class)));
  }

  @ParameterizedTest
  @CsvSource({
    "F01,RECEIVE_FULL",
    "F02,SEND_FULL",
    "F04,WARNING",
    "F08,OVERRUN",
    "F20,PASSIVE",
    "F40,ARBITRATION_LOST",
    "F80,BUS_ERROR"
  })
  void eachBitOfTheStatusHasItsMeaning(String line, Flag flag) {
    assertThat(read(line + "\r")).containsExactly(new Said.Status(EnumSet.of(flag)));
    assertThat(text(SlcanText.told(EnumSet.of(flag)))).isEqualTo(line + "\r");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "T0CF0040081122334455667788303", // a stamp of three digits
        "T2CF004000", // an identifier of 30 bits
        "t80010F", // an identifier of 12 bits
        "T0CF004009112233445566778899", // nine octets
        "T0CF004002112", // half an octet
        "T0CF00400111FFFF", // a stamp of more than a minute
        "TxCF004000",
        "tFF",
        "t",
        "F1",
        "Fxx",
        "z1",
        "hello"
      })
  void whatIsNoLineOfTheProtocolIsToldAsSuch(String line) {
    assertThat(read(line + "\r")).containsExactly(new Said.Garbled(line));
  }

  @Test
  void remoteFramesAndThoseOfCanFdArePassedOver() {
    assertThat(read("r1230\rR000001230\rd12391122334455667788990011223344\r"))
        .hasSize(3)
        .allMatch(Said.Passed.class::isInstance);
  }

  @Test
  void aBellAmidALineEndsItAndALineWithoutEndIsCut() {
    assertThat(read("T0CF0\u0007")).containsExactly(new Said.Garbled("T0CF0"), new Said.Refused());
    List<Said> said = read("T".repeat(100_000) + "\rz\r");
    assertThat(said).hasSize(2).last().isEqualTo(new Said.Done());
    assertThat(((Said.Garbled) said.get(0)).line()).hasSize(SlcanText.MOST_PENDING);
  }

  @Test
  void whatIsSentIsReadBackHoweverItIsCut() {
    SplittableRandom r = new SplittableRandom(5);
    for (int i = 0; i < 5_000; i++) {
      int length = r.nextInt(9);
      boolean extended = r.nextBoolean();
      long payload = length == 8 ? r.nextLong() : r.nextLong() & (1L << 8 * length) - 1;
      Frame frame = new Frame(r.nextInt(extended ? 1 << 29 : 1 << 11), extended, length, payload);
      int millis = r.nextInt(SlcanText.STAMPS);
      byte[] bytes = SlcanText.tell(frame, millis);
      List<Said> said = new ArrayList<>();
      SlcanText text = new SlcanText();
      int cut = r.nextInt(bytes.length + 1);
      text.feed(bytes, 0, cut, said::add);
      text.feed(bytes, cut, bytes.length, said::add);
      assertThat(said).containsExactly(new Said.FrameSaid(frame, millis));
      assertThat(read(text(SlcanText.send(frame))))
          .containsExactly(new Said.FrameSaid(frame, SlcanText.NO_STAMP));
    }
  }

  @Test
  void noBytesWhateverEndIt() {
    SplittableRandom r = new SplittableRandom(6);
    String some = "tTrRzZFVN\r\r\r\u00070123456789abcdefABCDEF\n\0\u00FF";
    SlcanText text = new SlcanText();
    int[] heard = new int[1];
    byte[] bytes = new byte[200];
    for (int i = 0; i < 5_000; i++) {
      for (int k = 0; k < bytes.length; k++) {
        bytes[k] = (byte) some.charAt(r.nextInt(some.length()));
      }
      text.feed(bytes, 0, bytes.length, s -> heard[0]++);
    }
    assertThat(heard[0]).isGreaterThan(5_000);
  }

  @ParameterizedTest
  @CsvSource({"10000,0", "125000,4", "250000,5", "500000,6", "1000000,8"})
  void eachRateHasItsNumber(int bitsPerSecond, int number) {
    assertThat(text(SlcanText.rate(bitsPerSecond))).isEqualTo("S" + number + "\r");
    assertThat(SlcanText.rateOf(number)).contains(bitsPerSecond);
  }

  @Test
  void aRateWithoutNumberIsRefused() {
    assertThatThrownBy(() -> SlcanText.rate(333_333)).isInstanceOf(IllegalArgumentException.class);
    assertThat(SlcanText.rateOf(9)).isEmpty();
  }
}
