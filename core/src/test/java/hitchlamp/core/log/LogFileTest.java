package hitchlamp.core.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Logs as they are found: what is sound is read, the rest is counted and named. */
class LogFileTest {
  private static final String SOUND = "(1436509052.249713) can0 18FECA00#0011223344556677\n";

  /** What the table of the docs says, a row a kind of odd line. */
  private static final Map<String, String> TOLD = new TreeMap<>();

  private static final Path PAGE = Path.of("../docs/odd-lines.md");
  private static final int KINDS = 55;

  private static void tell(String form, String what, String line, int of, int kept, LogReport r) {
    TOLD.put(
        form + what,
        "| "
            + String.join(
                " | ",
                form,
                what,
                "`" + (line == null ? "" : line.replace("|", "\\|").replace("\t", "→")) + "`",
                kept + " of " + of,
                r.odd().isEmpty() ? "read" : r.says())
            + " |");
  }

  /** The page of the docs is what the tests above have seen. */
  @AfterAll
  static void thePageOfOddLinesIsTrue() throws IOException {
    if (TOLD.size() < KINDS) {
      // Some of the tests were run alone.
      return;
    }
    String page =
        "# Odd lines of logs\n\nEach line stands in a log between sound ones. What is sound is kept, the rest is left out, counted and named with its line. Beside these, tests cover lines of a megabyte, logs cut short anywhere, line ends of other systems, seventeen buses, captures of both byte orders with foreign packets, compressed ones cut short, and 3,000 files broken at random. Written by the tests of core (`LOGS_WRITE=1`).\n\n| form | kind | line | frames kept | what is said |\n| --- | --- | --- | --- | --- |\n"
            + String.join("\n", TOLD.values())
            + "\n";
    if (System.getenv("LOGS_WRITE") != null) {
      Files.writeString(PAGE, page);
    }
    assertThat(Files.readString(PAGE)).as("run this test with LOGS_WRITE=1").isEqualTo(page);
  }

  private final List<StampedFrame> got = new ArrayList<>();
  private final List<String> buses = new ArrayList<>();

  private LogReport read(byte[] content) throws IOException {
    got.clear();
    buses.clear();
    return LogFile.read(
        new ByteArrayInputStream(content),
        (bus, f) -> {
          buses.add(bus);
          got.add(f);
        });
  }

  private LogReport read(String text) throws IOException {
    return read(text.getBytes(StandardCharsets.ISO_8859_1));
  }

  /** Odd lines of candump logs between two sound ones: how many frames are kept, what is said. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "a comment|# recorded by hand|2|NO_FRAME",
        "another comment|// truck 7|2|NO_FRAME",
        "a third comment|; note|2|NO_FRAME",
        "an empty line||2|-",
        "a CAN FD frame|(1436509053.0) can0 18FECA00##1001122|2|CAN_FD",
        "a remote frame|(1436509053.0) can0 123#R|2|REMOTE",
        "a remote frame with its length|(1436509053.0) can0 123#R8|2|REMOTE",
        "an error frame|(1436509053.0) can0 20000080#0000000000000000|2|ERROR_FRAME",
        "an error frame with bit 31|(1436509053.0) can0 A0000080#00|2|ERROR_FRAME",
        "bit 31 in the identifier|(1436509053.0) can0 98FECA00#01|3|FLAGGED_IDENTIFIER",
        "milliseconds|(1436509053.123) can0 18FECA00#01|3|-",
        "nanoseconds|(1436509053.123456789) can0 18FECA00#01|3|-",
        "whole seconds|(1436509053) can0 18FECA00#01|3|-",
        "a comma in the stamp|(1436509053,5) can0 18FECA00#01|3|-",
        "a date as stamp|(2015-07-10 06:17:33.000000) can0 18FECA00#01|3|-",
        "a date with T|(2015-07-10T06:17:33.5) can0 18FECA00#01|3|-",
        "a month that is none|(2015-13-10 06:17:33.0) can0 18FECA00#01|2|UNREADABLE",
        "a small step back|(1436509052.200000) can0 18FECA00#01|3|STEP_BACK",
        "a clock that was set|(0000000012.000000) can0 18FECA00#01|3|TIME_SET",
        "another bus|(1436509053.0) can1 18FECA00#01|3|-",
        "a bus with dots|(1436509053.0) slcan0.3 18FECA00#01|3|-",
        "an 11-bit identifier|(1436509053.0) can0 7FF#01|3|-",
        "an 11-bit identifier out of range|(1436509053.0) can0 800#01|2|BAD_IDENTIFIER",
        "a 29-bit identifier in seven digits|(1436509053.0) can0 8FECA00#01|3|-",
        "nine digits|(1436509053.0) can0 118FECA00#01|2|UNREADABLE",
        "no data|(1436509053.0) can0 18FECA00#|3|-",
        "half a byte|(1436509053.0) can0 18FECA00#012|2|BAD_DATA",
        "nine bytes|(1436509053.0) can0 18FECA00#001122334455667788|2|BAD_DATA",
        "letters that are no data|(1436509053.0) can0 18FECA00#00XX|2|BAD_DATA",
        "a length suffix|(1436509053.0) can0 18FECA00#0011223344556677_E|3|-",
        "dots between bytes|(1436509053.0) can0 18FECA00#00.11.22|3|-",
        "small letters|(1436509053.0) can0 18feca00#aabb|3|-",
        "the way behind it|(1436509053.0) can0 18FECA00#0011 T|3|-",
        "blanks before it|   (1436509053.0)   can0   18FECA00#0011|3|-",
        "tabs|(1436509053.0)\tcan0\t18FECA00#0011|3|-",
        "no stamp|can0 18FECA00#0011|3|NO_STAMP",
        "console|(1436509053.0)  can0  18FECA00   [3]  01 02 03|3|-",
        "console, no data|(1436509053.0)  can0  18FECA00   [0]|3|-",
        "console, remote|(1436509053.0)  can0  123   [0]  remote request|2|REMOTE",
        "console, FD|(1436509053.0)  can0  18FECA00  [12]  01 02 03 04 05 06 07 08 09 0A 0B 0C|2|CAN_FD",
        "console with text|(1436509053.0)  can0  18FECA00   [2]  41 42   'AB'|3|-",
        "console, way and flags|(1436509053.0)  can0  RX - -  18FECA00   [2]  41 42|2|UNREADABLE",
        "console, a byte missing|(1436509053.0)  can0  18FECA00   [3]  01 02|2|BAD_DATA",
        "a bracket that never ends|(1436509053.0 can0 18FECA00#00|2|UNREADABLE",
        "prose|the engine was started here|2|UNREADABLE",
        "a bus name of forty letters|(1436509053.0) aaaaaaaaaabbbbbbbbbbccccccccccdddddddddd 18FECA00#00|2|BUS_TOO_MANY",
        "a stamp that is no number|(later) can0 18FECA00#00|2|UNREADABLE",
        "a stamp of twelve digits|(143650905300.0) can0 18FECA00#00|2|UNREADABLE",
      })
  void anOddLineCostsItselfAlone(String what, String line, int kept, Odd odd) throws IOException {
    LogReport r = read(SOUND + (line == null ? "" : line) + "\n" + SOUND);
    tell("candump", what, line, 3, kept, r);
    assertThat(r.all()).isEqualTo(kept);
    assertThat(got).hasSize(kept);
    boolean back = odd == Odd.NO_STAMP || got.get(1).micros() > 1_436_509_052_249_713L && kept == 3;
    if (odd != null) {
      assertThat(r.count(odd)).isGreaterThanOrEqualTo(1);
      assertThat(r.says()).contains("line 2");
    } else if (!back) {
      assertThat(r.odd()).isEmpty();
    }
    assertThat(got).isSortedAccordingTo(java.util.Comparator.comparingLong(StampedFrame::micros));
  }

  @Test
  void lineEndsOfOtherSystemsAndALastLineWithoutOne() throws IOException {
    assertThat(read((SOUND + SOUND).replace("\n", "\r\n")).all()).isEqualTo(2);
    assertThat(read(SOUND + SOUND.strip()).all()).isEqualTo(2);
  }

  @Test
  void aLogCutShortKeepsAllBeforeItsEnd() throws IOException {
    String whole = SOUND.repeat(20);
    for (int n = SOUND.length(); n < whole.length(); n += 7) {
      LogReport r = read(whole.substring(0, n));
      assertThat(r.all()).isBetween((long) n / SOUND.length(), (long) n / SOUND.length() + 1);
    }
    assertThat(read(SOUND + "(1436509052.24").says()).contains("Cut short: 1, at line 2");
  }

  @Test
  void seventeenBusesAreOneTooMany() throws IOException {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 18; i++) {
      text.append(SOUND.replace("can0", "can" + i));
    }
    LogReport r = read(text.toString());
    assertThat(r.frames()).hasSize(16);
    assertThat(r.count(Odd.BUS_TOO_MANY)).isEqualTo(2);
  }

  @Test
  void aLineOfAMegabyteCostsItselfAlone() throws IOException {
    LogReport r = read(SOUND + "x".repeat(1_000_000) + "\n" + SOUND);
    assertThat(r.all()).isEqualTo(2);
    assertThat(r.count(Odd.UNREADABLE)).isEqualTo(1);
  }

  /** As {@code log2asc} of can-utils writes it. */
  private static final String ASC =
      """
      date Fri Jul 10 06:17:32 2015
      base hex  timestamps absolute
      no internal events logged
         0.000000 1  44              Rx   d 5 2A 36 6C 2B BA
         0.200134 1  18FECA00x       Rx   d 8 00 11 22 33 44 55 66 77
         0.400291 2  123             Rx   r 0
      """;

  @Test
  void theAsciiTraceIsReadByItsHead() throws IOException {
    LogReport r = read(ASC);
    assertThat(r.frames()).containsOnlyKeys("can0");
    assertThat(got.get(0))
        .isEqualTo(
            new StampedFrame(1_436_509_052_000_000L, new Frame(0x44, false, 5, 0xBA2B6C362AL)));
    assertThat(got.get(1).frame()).isEqualTo(new Frame(0x18FECA00, true, 8, 0x7766554433221100L));
    assertThat(got.get(1).micros() - got.get(0).micros()).isEqualTo(200_134);
    assertThat(r.count(Odd.REMOTE)).isEqualTo(1);
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      value = {
        "an error frame|0.5 1 ErrorFrame|2|ERROR_FRAME",
        "a CAN FD frame|0.5 CANFD 1 Rx 18FECA00x 1 0 8 8 00 11 22 33 44 55 66 77|2|CAN_FD",
        "an event|0.5 Start of measurement|2|NO_FRAME",
        "a comment|// a note|2|NO_FRAME",
        "sent by itself|0.5 1 123 Tx d 2 01 02|3|-",
        "its length in hex|0.5 1 123 Rx d A 01 02|2|BAD_DATA",
        "a byte missing|0.5 1 123 Rx d 3 01 02|2|BAD_DATA",
        "a byte too large|0.5 1 123 Rx d 1 1FF|2|BAD_DATA",
        "an identifier out of range|0.5 1 FFF Rx d 1 01|2|BAD_IDENTIFIER",
        "an identifier that is none|0.5 1 zz Rx d 1 01|2|UNREADABLE",
        "figures behind it|0.5 1 123 Rx d 1 01 Length = 0 BitCount = 63|3|-",
        "a time with nothing behind|0.5|2|NO_FRAME",
        "the end|End TriggerBlock|2|NO_FRAME",
        "nine channels on|0.5 9 123 Rx d 1 01|3|-",
      })
  void anOddLineOfAnAsciiTraceCostsItselfAlone(String what, String line, int kept, Odd odd)
      throws IOException {
    LogReport r = read(ASC + line + "\n");
    tell("ASCII trace", what, line, 3, kept, r);
    assertThat(r.all()).isEqualTo(kept);
    if (odd != null) {
      assertThat(r.odd()).anyMatch(o -> o.kind() == odd && (o.first() == 7 || odd == Odd.NO_FRAME));
    }
  }

  @Test
  void anAsciiTraceMayCountFromFrameToFrameAndInDecimal() throws IOException {
    read(
        """
        date Tue Mar 3 01:02:03.250 pm 2015
        base dec timestamps relative
        0.000100 1 291 Rx d 2 17 255
        0.000200 1 419351040x Rx d 0
        """);
    assertThat(got.get(0).frame()).isEqualTo(new Frame(291, false, 2, 0xFF11));
    assertThat(got.get(1).micros() - got.get(0).micros()).isEqualTo(200);
    assertThat(got.get(0).micros()).isEqualTo(1_425_387_723_250_100L);
  }

  private static List<StampedFrame> some(int count, long seed) {
    SplittableRandom r = new SplittableRandom(seed);
    List<StampedFrame> all = new ArrayList<>();
    long at = 1_700_000_000_000_000L;
    for (int i = 0; i < count; i++) {
      at += r.nextInt(9_000);
      int length = r.nextInt(9);
      long payload = length == 0 ? 0 : r.nextLong() >>> 64 - 8 * length;
      all.add(new StampedFrame(at, new Frame(r.nextInt(1 << 29), true, length, payload)));
    }
    return all;
  }

  private static byte[] pcap(List<StampedFrame> frames) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Pcap.write(out, frames);
    return out.toByteArray();
  }

  /** The same capture in the other byte order, with nanoseconds. */
  private static byte[] otherWay(List<StampedFrame> frames) {
    ByteBuffer out = ByteBuffer.allocate(24 + 32 * frames.size()).order(ByteOrder.BIG_ENDIAN);
    out.putInt(0xA1B23C4D).putShort((short) 2).putShort((short) 4).putInt(0).putInt(0);
    out.putInt(65_535).putInt(227);
    for (StampedFrame s : frames) {
      out.putInt((int) (s.micros() / 1_000_000));
      out.putInt((int) (s.micros() % 1_000_000 * 1_000 + 999));
      out.putInt(16).putInt(16).putInt(s.frame().identifier() | 0x8000_0000);
      out.put((byte) s.frame().length()).put(new byte[3]);
      for (int i = 0; i < 8; i++) {
        out.put((byte) (s.frame().payload() >>> 8 * i));
      }
    }
    return out.array();
  }

  /** One interface of cooked packets with nanoseconds, one of SocketCAN, one of another network. */
  private static byte[] pcapng(List<StampedFrame> frames) {
    ByteBuffer out = ByteBuffer.allocate(400 + 80 * frames.size()).order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(0x0A0D0D0A).putInt(28).putInt(0x1A2B3C4D).putShort((short) 1).putShort((short) 0);
    out.putLong(-1).putInt(28);
    out.putInt(1).putInt(40).putShort((short) 113).putShort((short) 0).putInt(0);
    out.putShort((short) 2).putShort((short) 4).put("eng0".getBytes(StandardCharsets.US_ASCII));
    out.putShort((short) 9).putShort((short) 1).put((byte) 9).put(new byte[3]).putInt(0).putInt(40);
    out.putInt(1).putInt(20).putShort((short) 227).putShort((short) 0).putInt(0).putInt(20);
    out.putInt(1).putInt(20).putShort((short) 1).putShort((short) 0).putInt(0).putInt(20);
    out.putInt(5).putInt(16).putInt(0).putInt(16);
    for (int k = 0; k < frames.size(); k++) {
      StampedFrame s = frames.get(k);
      boolean cooked = k % 2 == 0;
      long ticks = cooked ? s.micros() * 1_000 : s.micros();
      int data = cooked ? 32 : 16;
      out.putInt(6).putInt(32 + data).putInt(cooked ? 0 : 1);
      out.putInt((int) (ticks >>> 32)).putInt((int) ticks).putInt(data).putInt(data);
      out.order(ByteOrder.BIG_ENDIAN);
      if (cooked) {
        out.putShort((short) 0).putShort((short) 280).putShort((short) 0).putLong(0);
        out.putShort((short) 0x000C);
      }
      out.putInt(s.frame().identifier() | 0x8000_0000).put((byte) s.frame().length());
      out.put(new byte[3]);
      out.order(ByteOrder.LITTLE_ENDIAN).putLong(s.frame().payload()).putInt(32 + data);
    }
    out.putInt(6).putInt(48).putInt(2).putInt(0).putInt(0).putInt(16).putInt(16);
    out.put(new byte[16]).putInt(48);
    return Arrays.copyOf(out.array(), out.position());
  }

  @Test
  void capturesOfAnyOrderAndStampAreReadAlike() throws IOException {
    List<StampedFrame> frames = some(300, 4);
    assertThat(read(pcap(frames)).all()).isEqualTo(300);
    assertThat(got).isEqualTo(frames);
    assertThat(read(otherWay(frames)).all()).isEqualTo(300);
    assertThat(got).isEqualTo(frames);
    LogReport r = read(pcapng(frames));
    assertThat(got).isEqualTo(frames);
    assertThat(r.frames().keySet()).containsExactly("eng0", "can1");
    assertThat(r.count(Odd.OTHER_NETWORK)).isEqualTo(1);
  }

  @Test
  void aCaptureCutAnywhereKeepsWhatCameBefore() throws IOException {
    byte[] whole = pcap(some(6, 5));
    for (int n = 24 + 32; n < whole.length; n++) {
      LogReport r = read(Arrays.copyOf(whole, n));
      assertThat(r.all()).isEqualTo((n - 24) / 32);
      assertThat(r.count(Odd.CUT_SHORT)).isEqualTo((n - 24) % 32 == 0 ? 0 : 1);
    }
    byte[] blocks = pcapng(some(6, 5));
    for (int n = 130; n < blocks.length; n++) {
      byte[] cut = Arrays.copyOf(blocks, n);
      try {
        assertThat(read(cut).all()).isLessThanOrEqualTo(6);
      } catch (LogFault e) {
        assertThat(e).hasMessageContaining("no frame");
      }
    }
  }

  @Test
  void packetsThatAreNoClassicalFramesAreCounted() throws IOException {
    byte[] whole = pcap(some(4, 6));
    whole[24 + 16 + 4] = 12;
    whole[24 + 32 + 16] |= 0x20;
    whole[24 + 64 + 16] |= 0x40;
    LogReport r = read(whole);
    assertThat(r.all()).isEqualTo(1);
    assertThat(r.odd())
        .extracting(LogReport.Oddity::kind)
        .containsExactlyInAnyOrder(Odd.CAN_FD, Odd.ERROR_FRAME, Odd.REMOTE);
    assertThat(r.says()).contains("byte 25");
  }

  @Test
  void compressedLogsAreReadAsTheyCome() throws IOException {
    byte[] text = SOUND.repeat(500).getBytes(StandardCharsets.US_ASCII);
    ByteArrayOutputStream zip = new ByteArrayOutputStream();
    try (GZIPOutputStream out = new GZIPOutputStream(zip)) {
      out.write(text);
    }
    assertThat(read(zip.toByteArray()).all()).isEqualTo(500);
    assertThat(read(Zstd.compress(text)).all()).isEqualTo(500);
    assertThat(read(Zstd.compress(pcap(some(40, 7)))).all()).isEqualTo(40);
    byte[] cut = Arrays.copyOf(zip.toByteArray(), zip.size() - 12);
    LogReport r = read(cut);
    assertThat(r.all()).isBetween(1L, 500L);
    assertThat(r.count(Odd.CUT_SHORT)).isEqualTo(1);
  }

  @Test
  void whatIsNoLogIsRefusedWithWhatItIs(@TempDir Path folder) throws IOException {
    assertThatThrownBy(() -> LogFile.read(folder, (b, f) -> {})).hasMessageContaining("folder");
    assertThatThrownBy(() -> LogFile.read(folder.resolve("none.log"), (b, f) -> {}))
        .hasMessageContaining("cannot be opened");
    Path empty = Files.createFile(folder.resolve("empty.log"));
    assertThatThrownBy(() -> LogFile.read(empty, (b, f) -> {})).hasMessageContaining("empty");
    assertThatThrownBy(() -> read("Dear Sir,\nplease find enclosed.\n"))
        .isInstanceOf(LogFault.class)
        .hasMessageContaining("Lines that cannot be read: 2");
    assertThatThrownBy(() -> read("\n\n\n")).hasMessageContaining("no frame");
    assertThatThrownBy(() -> read("x\n".repeat(20_000))).hasMessageContaining("10000");
    byte[] ethernet = pcap(some(1, 1));
    ethernet[20] = 1;
    assertThatThrownBy(() -> read(ethernet)).hasMessageContaining("link type 1");
    assertThatThrownBy(() -> read(new byte[] {0x1F, (byte) 0x8B, 3, 4, 5}))
        .hasMessageContaining("unpacked");
  }

  @Test
  void noiseIsNeverTakenForALogAndNeverEndsTheReader() throws IOException {
    SplittableRandom r = new SplittableRandom(11);
    for (int i = 0; i < 3_000; i++) {
      byte[] noise = new byte[1 + r.nextInt(400)];
      r.nextBytes(noise);
      switch (i % 4) {
        case 0 -> {}
        case 1 ->
            ByteBuffer.wrap(noise)
                .put(0, Arrays.copyOf(pcap(some(2, i)), Math.min(60, noise.length)));
        case 2 ->
            ByteBuffer.wrap(noise)
                .put(0, Arrays.copyOf(pcapng(some(2, i)), Math.min(150, noise.length)));
        default -> {
          byte[] text = (SOUND + SOUND + ASC).getBytes(StandardCharsets.US_ASCII);
          for (int k = 0; k < 12; k++) {
            text[r.nextInt(text.length)] = (byte) (32 + r.nextInt(95));
          }
          noise = text;
        }
      }
      try {
        read(noise);
      } catch (LogFault e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
  }
}
