package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class LogFilesTest {
  private static List<StampedFrame> someFrames(int count, long seed) {
    Random random = new Random(seed);
    List<StampedFrame> frames = new ArrayList<>();
    long micros = 1_700_000_000_000_000L;
    for (int i = 0; i < count; i++) {
      micros += random.nextInt(5_000);
      frames.add(
          new StampedFrame(
              micros,
              new Frame(random.nextInt(1 << 29), true, random.nextInt(9), random.nextLong())));
    }
    return frames;
  }

  @Test
  void aCandumpLogIsReadAsItWasWritten() throws IOException {
    List<StampedFrame> frames = someFrames(500, 3);
    StringWriter text = new StringWriter();
    Candump.write(text, "can250", frames);
    List<StampedFrame> back = new ArrayList<>();
    LogReport report =
        LogFile.read(
            new ByteArrayInputStream(text.toString().getBytes(StandardCharsets.US_ASCII)),
            (bus, f) -> back.add(f));
    assertThat(back).isEqualTo(frames);
    assertThat(report.frames()).containsOnlyKeys("can250");
    assertThat(report.odd()).isEmpty();
  }

  @Test
  void aCaptureIsReadAsItWasWritten() throws IOException {
    List<StampedFrame> frames = someFrames(500, 4);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Pcap.write(out, frames);
    List<StampedFrame> back = new ArrayList<>();
    int count =
        Pcap.read(
            ByteBuffer.wrap(out.toByteArray()),
            (micros, id, extended, length, payload) ->
                back.add(new StampedFrame(micros, new Frame(id, extended, length, payload))));
    assertThat(count).isEqualTo(500);
    assertThat(back).isEqualTo(frames);
  }

  @Test
  void aDamagedCaptureIsRefusedWhereverItIsCut() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Pcap.write(out, someFrames(3, 5));
    byte[] whole = out.toByteArray();
    for (int length = 0; length < whole.length; length++) {
      byte[] cut = Arrays.copyOf(whole, length);
      boolean atBorder = length >= 24 && (length - 24) % 32 == 0;
      if (!atBorder) {
        assertThatThrownBy(() -> Pcap.read(ByteBuffer.wrap(cut), (a, b, c, d, e) -> {}))
            .isInstanceOf(Pcap.Fault.class);
      }
    }
  }

  @Test
  void storedBlocksKeepFramesTicksAndOperators() {
    List<FrameBlock.Entry> entries = new ArrayList<>();
    someFrames(100, 6)
        .forEach(f -> entries.add(new FrameBlock.Entry.OfFrame(f, f.micros() % 2 == 0)));
    entries.add(new FrameBlock.Entry.OfTick(entries.get(99).micros() + 5));
    entries.add(
        new FrameBlock.Entry.OfOperator(entries.get(99).micros() - 70, "Rolle gerufen: ±5 °C"));
    entries.add(
        new FrameBlock.Entry.OfFrame(
            new StampedFrame(entries.get(99).micros() + 9, new Frame(0x123, false, 1, 7)), false));
    assertThat(FrameBlock.decode(FrameBlock.encode(entries))).isEqualTo(entries);
  }

  @Test
  void aDamagedBlockNeverDoesWorseThanARefusal() {
    List<FrameBlock.Entry> entries = new ArrayList<>();
    someFrames(50, 7).forEach(f -> entries.add(new FrameBlock.Entry.OfFrame(f, false)));
    byte[] whole = FrameBlock.encode(entries);
    Random random = new Random(8);
    for (int i = 0; i < 3_000; i++) {
      byte[] damaged = Arrays.copyOf(whole, random.nextInt(whole.length + 1));
      for (int k = 0; k < 3 && damaged.length > 0; k++) {
        damaged[random.nextInt(damaged.length)] = (byte) random.nextInt();
      }
      try {
        assertThat(FrameBlock.decode(damaged).size()).isLessThanOrEqualTo(FrameBlock.MOST_ENTRIES);
      } catch (IllegalArgumentException refused) {
        // the only way out for bytes that are no block
      }
    }
  }
}
