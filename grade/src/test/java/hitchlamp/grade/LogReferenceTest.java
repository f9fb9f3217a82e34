package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import java.io.IOException;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Logs that other programs have written of ours are read to the same frames: editcap and mergecap
 * of tshark's package, log2asc of can-utils, gzip.
 */
class LogReferenceTest {
  @TempDir Path folder;

  private final List<StampedFrame> frames = new ArrayList<>();
  private Path text;
  private Path capture;

  @BeforeEach
  void aLogOfEveryLength() throws IOException {
    SplittableRandom r = new SplittableRandom(5);
    long at = 1_436_509_052_000_000L;
    for (int i = 0; i < 2_000; i++) {
      at += 1 + r.nextInt(900);
      int length = r.nextInt(9);
      long payload = length == 0 ? 0 : r.nextLong() >>> 64 - 8 * length;
      boolean extended = i % 5 > 0;
      int id = extended ? r.nextInt(1 << 29) : r.nextInt(1 << 11);
      frames.add(new StampedFrame(at, new Frame(id, extended, length, payload)));
    }
    text = folder.resolve("ours.log");
    try (Writer w = Files.newBufferedWriter(text)) {
      Candump.write(w, "can0", frames);
    }
    capture = folder.resolve("ours.pcap");
    try (OutputStream o = Files.newOutputStream(capture)) {
      Pcap.write(o, frames);
    }
  }

  private static void run(Path out, Object... command) throws IOException, InterruptedException {
    ProcessBuilder b =
        new ProcessBuilder(List.of(command).stream().map(Object::toString).toList())
            .redirectError(ProcessBuilder.Redirect.DISCARD);
    if (out != null) {
      b.redirectOutput(out.toFile());
    }
    assertThat(b.start().waitFor()).as(List.of(command).toString()).isZero();
  }

  private List<StampedFrame> read(Path file) throws IOException {
    List<StampedFrame> got = new ArrayList<>();
    LogReport report = LogFile.read(file, (bus, f) -> got.add(f));
    assertThat(report.all()).isEqualTo(got.size());
    return got;
  }

  @Test
  void capturesThatAnotherProgramHasRewritten() throws IOException, InterruptedException {
    for (String format : List.of("pcapng", "nsecpcap", "pcap")) {
      Path out = folder.resolve(format);
      run(null, "editcap", "-F", format, capture, out);
      assertThat(read(out)).as(format).isEqualTo(frames);
    }
    Path both = folder.resolve("both");
    run(null, "mergecap", "-w", both, capture, folder.resolve("pcapng"));
    assertThat(read(both)).hasSize(2 * frames.size());
  }

  @Test
  void textThatAnotherProgramHasRewritten() throws IOException, InterruptedException {
    Path asc = folder.resolve("ours.asc");
    run(asc, "log2asc", "-I", text, "can0");
    List<StampedFrame> got = read(asc);
    assertThat(got)
        .extracting(StampedFrame::frame)
        .isEqualTo(frames.stream().map(StampedFrame::frame).toList());
    long apart = frames.get(0).micros() - got.get(0).micros();
    assertThat(got)
        .extracting(f -> f.micros() + apart)
        .isEqualTo(frames.stream().map(StampedFrame::micros).toList());
    Path zipped = folder.resolve("ours.gz");
    run(zipped, "gzip", "-c", text);
    assertThat(read(zipped)).isEqualTo(frames);
  }
}
