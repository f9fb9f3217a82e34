package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class SocketcandTextTest {
  private static List<SocketcandText.Said> read(byte[] bytes, int piece) {
    SocketcandText reader = new SocketcandText();
    List<SocketcandText.Said> said = new ArrayList<>();
    for (int i = 0; i < bytes.length; i += piece) {
      reader.feed(bytes, i, Math.min(bytes.length, i + piece), said::add);
    }
    return said;
  }

  @Test
  void messagesAreFoundByTheirBracketsHoweverTheyAreCut() {
    byte[] text =
        "< hi >< ok >< frame 18FECA00 12.000345 0102FF >< frame 123 12.1 11 ><frame 123 1.000000 >< error 5 >"
            .getBytes(StandardCharsets.US_ASCII);
    for (int piece : new int[] {1, 2, 7, 1000}) {
      List<SocketcandText.Said> said = read(text, piece);
      assertThat(said).hasSize(6);
      assertThat(said.get(0)).isEqualTo(new SocketcandText.Said.Word("hi"));
      assertThat(said.get(2))
          .isEqualTo(
              new SocketcandText.Said.FrameSaid(
                  new StampedFrame(12_000_345, Frame.extended(0x18FECA00, 1, 2, 255))));
      assertThat(said.get(3)).isInstanceOf(SocketcandText.Said.Garbled.class);
      assertThat(said.get(4))
          .isEqualTo(
              new SocketcandText.Said.FrameSaid(
                  new StampedFrame(1_000_000, new Frame(0x123, false, 0, 0))));
    }
  }

  @Test
  void everyFrameIsReadAsItWasToldWhetherItsBytesStandApartOrNot() {
    SplittableRandom r = new SplittableRandom(4);
    for (int i = 0; i < 5_000; i++) {
      boolean extended = r.nextBoolean();
      Frame f =
          new Frame(r.nextInt(extended ? 1 << 29 : 1 << 11), extended, r.nextInt(9), r.nextLong());
      long micros = r.nextLong(100_000_000_000L * 1_000_000);
      String gap = r.nextBoolean() ? " " : "";
      StringBuilder told = new StringBuilder("<  frame ");
      told.append(String.format(extended ? "%08X" : "%03x", f.identifier()));
      told.append(String.format(" %d.%06d", micros / 1_000_000, micros % 1_000_000));
      for (int k = 0; k < f.length(); k++) {
        told.append(k == 0 ? " " : gap).append(String.format("%02X", f.at(k)));
      }
      assertThat(read(ascii(told + " >"), 1 + r.nextInt(80)))
          .as("%s", told)
          .containsExactly(new SocketcandText.Said.FrameSaid(new StampedFrame(micros, f)));
    }
  }

  @Test
  void whatIsNoFrameIsGarbledAndTakenForNothingElse() {
    for (String odd :
        List.of(
            "frame 800 1.000000 00",
            "frame 20000000 1.000000 00",
            "frame FFFFFFFF 1.000000 00",
            "frame 018FEF100 1.000000 00",
            "frame 18FEF100 1.00000 00",
            "frame 18FEF100 1.0000000 00",
            "frame 18FEF100 .000000 00",
            "frame 18FEF100 123456789012.000000 00",
            "frame 18FEF100 1000000 00",
            "frame 18FEF100 1.000000x 00",
            "frame 18FEF100 1.000000 0",
            "frame 18FEF100 1.000000 0G",
            "frame 18FEF100 1.000000 000102030405060708",
            "frame 18FEF100",
            "frame  18FEF100 1.000000 00")) {
      assertThat(read(ascii("< " + odd + " >< hi >"), 1_000))
          .as(odd)
          .containsExactly(
              new SocketcandText.Said.Garbled(odd), new SocketcandText.Said.Word("hi"));
    }
    assertThat(read(ascii("< frames >< frame >"), 3))
        .containsExactly(
            new SocketcandText.Said.Word("frames"), new SocketcandText.Said.Word("frame"));
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  @Test
  void aMessageThatNeverEndsIsGivenUp() {
    byte[] endless = ("< " + "x".repeat(20_000) + " >< ok >").getBytes(StandardCharsets.US_ASCII);
    assertThat(read(endless, 512)).hasSize(2).last().isEqualTo(new SocketcandText.Said.Word("ok"));
  }

  @Test
  void noBytesBringTheReaderDown() {
    Random random = new Random(2);
    String alphabet = "<> frame0123456789ABCDEFG.ok-";
    for (int i = 0; i < 5_000; i++) {
      StringBuilder text = new StringBuilder("< frame ");
      for (int k = random.nextInt(60); k > 0; k--) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      read(text.append(" >").toString().getBytes(StandardCharsets.US_ASCII), 64);
    }
  }

  @Test
  void aFrameToSendIsWrittenAsTheDaemonExpects() {
    assertThat(
            new String(
                SocketcandText.send(Frame.extended(0x18EAFFF9, 0x00, 0xEE, 0x0A)),
                StandardCharsets.US_ASCII))
        .isEqualTo("< send 18EAFFF9 3 0 EE A >");
    assertThat(
            new String(
                SocketcandText.send(new Frame(0x12, false, 0, 0)), StandardCharsets.US_ASCII))
        .isEqualTo("< send 012 0 >");
  }
}
