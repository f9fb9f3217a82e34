package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.bus.Candump;
import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.log.LogFault;
import hitchlamp.core.log.LogFile;
import hitchlamp.core.log.LogReport;
import java.io.IOException;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A log that is read on a thread of its own. */
class AheadReaderTest {
  @TempDir private Path folder;

  private Path log(int frames, long seed) throws IOException {
    SplittableRandom dice = new SplittableRandom(seed);
    Path file = folder.resolve("l" + frames + "-" + seed + ".log");
    try (Writer out = Files.newBufferedWriter(file)) {
      for (int i = 0; i < frames; i++) {
        boolean extended = dice.nextBoolean();
        int length = dice.nextInt(9);
        long payload = length == 8 ? dice.nextLong() : dice.nextLong(1L << 8 * length);
        Frame f =
            new Frame(
                dice.nextInt(extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD),
                extended,
                length,
                payload);
        Candump.write(out, "can" + dice.nextInt(3), new StampedFrame(i * 100L, f));
      }
    }
    return file;
  }

  private static List<String> plainly(Path file) throws IOException {
    List<String> all = new ArrayList<>();
    LogFile.read(file, (bus, f) -> all.add(bus + " " + f));
    return all;
  }

  @Test
  void everyFrameComesInItsOrderWhateverTheLength() throws IOException {
    for (int frames :
        new int[] {1, FrameBatch.FRAMES - 1, FrameBatch.FRAMES, FrameBatch.FRAMES + 1, 50_000}) {
      Path file = log(frames, frames);
      List<String> ahead = new ArrayList<>();
      LogReport report =
          AheadReader.read(
              file,
              b -> {
                for (int i = 0; i < b.count(); i++) {
                  ahead.add(b.busName(i) + " " + b.frame(i));
                }
              });
      assertThat(ahead).isEqualTo(plainly(file));
      assertThat(report.all()).isEqualTo(frames);
    }
  }

  @Test
  void aFaultOfTheFileIsToldToWhoeverListens() throws IOException {
    Path empty = Files.createFile(folder.resolve("empty.log"));
    assertThatThrownBy(() -> AheadReader.read(empty, b -> {})).isInstanceOf(LogFault.class);
    assertThatThrownBy(() -> AheadReader.read(folder, b -> {})).isInstanceOf(LogFault.class);
  }

  @Test
  void whoeverListensMayGiveUpAndTheReaderEnds() throws IOException, InterruptedException {
    Path file = log(200_000, 4);
    assertThatThrownBy(
            () ->
                AheadReader.read(
                    file,
                    b -> {
                      throw new IllegalStateException("no more");
                    }))
        .hasMessage("no more");
    for (Thread t : Thread.getAllStackTraces().keySet()) {
      if (t.getName().equals("log reader")) {
        t.join(10_000);
        assertThat(t.isAlive()).isFalse();
      }
    }
  }
}
