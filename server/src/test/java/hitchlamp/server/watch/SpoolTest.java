package hitchlamp.server.watch;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.watch.Column;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A disk that fills up, takes half of what it is given, and has room again: nothing whole is lost.
 */
class SpoolTest {
  /** A disk of so many bytes, in memory. */
  private static final class SmallDisk implements Spool.Disk {
    private final Random random;
    private byte[] bytes = new byte[0];
    private long room;

    SmallDisk(long seed, long room) {
      this.random = new Random(seed);
      this.room = room;
    }

    @Override
    public int write(ByteBuffer from, long at) throws IOException {
      // As a real one: it takes part of a write, and then none.
      int n = (int) Math.min(from.remaining(), Math.min(room - at, 1 + random.nextInt(200)));
      if (n <= 0) {
        throw new IOException("No space left on device");
      }
      bytes = Arrays.copyOf(bytes, (int) Math.max(bytes.length, at + n));
      from.get(bytes, (int) at, n);
      return n;
    }

    @Override
    public void truncate(long length) {
      bytes = Arrays.copyOf(bytes, (int) Math.min(bytes.length, length));
    }

    @Override
    public void force() {}

    @Override
    public void close() {}
  }

  private record Seen(List<String> marks, List<Long> values, List<String> restarts) {}

  private static Seen read(SmallDisk disk, Path folder) throws IOException {
    Path file = folder.resolve("spool");
    Files.write(file, disk.bytes);
    Seen seen = new Seen(new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    long[] last = {0};
    Spool.read(
        file,
        new Spool.Reader() {
          @Override
          public void text(byte kind, String json) {
            if (kind == Spool.RESTART) {
              seen.restarts.add(json);
              last[0] = 0;
            } else {
              seen.marks.add(json);
            }
          }

          @Override
          public void samples(ByteBuffer content) {
            while (content.hasRemaining()) {
              assertThat(Column.get(content)).as("track").isZero();
              Column.get(content);
              last[0] += Column.get(content);
              seen.values.add(last[0]);
            }
          }
        });
    return seen;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void whatWaitedWhileTheDiskWasFullIsThereAfterwards(long seed, @TempDir Path folder)
      throws IOException {
    Random random = new Random(seed);
    SmallDisk disk = new SmallDisk(seed, 3_000);
    Spool spool = new Spool(disk);
    List<Long> put = new ArrayList<>();
    List<String> marks = new ArrayList<>();
    long last = 0;
    for (int i = 0; i < 5_000; i++) {
      long value = random.nextInt(100_000);
      spool.sample(0, 10, new long[] {value - last});
      last = value;
      put.add(value);
      if (random.nextInt(100) == 0) {
        String mark = "\"mark " + i + "\"";
        spool.put(Spool.MARK, mark);
        marks.add(mark);
      }
      if (random.nextInt(50) == 0) {
        spool.flush();
        Seen now = read(disk, folder);
        assertThat(now.values())
            .as("a whole beginning")
            .isEqualTo(put.subList(0, now.values().size()));
      }
      if (random.nextInt(200) == 0) {
        // Room comes and goes; what is written stays.
        disk.room = Math.max(disk.bytes.length, disk.room + random.nextInt(6_000) - 1_000);
      }
    }
    assertThat(spool.broken()).isFalse();
    disk.room = Long.MAX_VALUE;
    spool.close();
    Seen all = read(disk, folder);
    assertThat(all.values()).isEqualTo(put);
    assertThat(all.marks()).isEqualTo(marks);
  }

  @ParameterizedTest
  @ValueSource(longs = {31, 32, 33, 34, 35, 36})
  void whereTooMuchWaitedItGoesOnFromARestart(long seed, @TempDir Path folder) throws IOException {
    Random random = new Random(seed);
    SmallDisk disk = new SmallDisk(seed, 2_000);
    Spool spool = new Spool(disk, 4_000);
    long last = 0;
    int restarts = 0;
    List<Long> sinceRestart = new ArrayList<>();
    for (int i = 0; i < 20_000; i++) {
      long value = random.nextInt(100_000);
      spool.sample(0, 10, new long[] {value - last});
      last = value;
      sinceRestart.add(value);
      if (i % 40 == 0) {
        spool.flush();
        if (spool.broken()) {
          last = 0;
          boolean went = spool.restart("\"restart " + restarts + "\"");
          restarts += went ? 1 : 0;
          sinceRestart.clear();
        }
      }
      if (i % 4_000 == 3_999) {
        disk.room += 3_000;
      }
    }
    disk.room = Long.MAX_VALUE;
    spool.flush();
    if (spool.broken()) {
      last = 0;
      assertThat(spool.restart("\"the last\"")).isTrue();
      sinceRestart.clear();
    }
    spool.sample(0, 10, new long[] {7 - last});
    sinceRestart.add(7L);
    spool.close();
    Seen all = read(disk, folder);
    assertThat(all.restarts()).as("it was full for longer than it could bear").isNotEmpty();
    assertThat(all.values())
        .as("everything since the last restart")
        .endsWith(sinceRestart.toArray(Long[]::new));
  }
}
