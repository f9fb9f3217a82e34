package hitchlamp.server.watch;

import hitchlamp.core.watch.Column;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.zip.CRC32C;

/**
 * What a recording has taken so far, in a file of its own beside the database, so that no crash of
 * server or database loses more than the last moment. A run of entries, each with its length and
 * checksum; the reader stops at the first that is not whole. One thread writes it.
 *
 * <p>Entry: length (4 bytes), CRC-32C of the payload (4), payload: kind (1 byte), then what the
 * kind holds.
 */
final class Spool implements AutoCloseable {
  /** JSON of the recording. */
  static final byte HEAD = 'H';

  /** JSON of a track. */
  static final byte TRACK = 'T';

  /** Samples: track, time and counts as differences to the sample of that track before. */
  static final byte SAMPLES = 'S';

  /** JSON of a mark. */
  static final byte MARK = 'M';

  /** JSON of the end. */
  static final byte END = 'E';

  private static final int LARGEST = 16 * 1024 * 1024;
  private static final int FULL = 64 * 1024;
  private static final int LONGEST_NUMBER = 10;
  private static final long SYNC_NANOS = 1_000_000_000L;

  private final FileChannel file;
  private ByteBuffer samples = ByteBuffer.allocate(FULL + 16 * 1024);
  private long syncedNanos;

  Spool(Path path) throws IOException {
    file =
        FileChannel.open(
            path, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.APPEND);
  }

  /** Writes an entry of text. */
  void put(byte kind, String json) throws IOException {
    flush();
    byte[] text = json.getBytes(StandardCharsets.UTF_8);
    entry(kind, ByteBuffer.wrap(text));
  }

  /**
   * Takes a sample; it is on its way to the disk after {@link #flush}.
   *
   * @param micros difference to the sample of the track before
   * @param raws differences likewise
   */
  void sample(int track, long micros, long[] raws) throws IOException {
    int need = LONGEST_NUMBER * (raws.length + 2);
    if (samples.position() > FULL || samples.remaining() < need) {
      flush();
    }
    if (samples.remaining() < need) {
      samples = ByteBuffer.allocate(need * 2);
    }
    Column.put(samples, track);
    Column.put(samples, micros);
    for (long raw : raws) {
      Column.put(samples, raw);
    }
  }

  /** Hands everything taken so far to the operating system, and once a second to the disk. */
  void flush() throws IOException {
    if (samples.position() > 0) {
      samples.flip();
      entry(SAMPLES, samples);
      samples.clear();
    }
    long now = System.nanoTime();
    if (now - syncedNanos > SYNC_NANOS) {
      syncedNanos = now;
      file.force(false);
    }
  }

  private void entry(byte kind, ByteBuffer content) throws IOException {
    ByteBuffer out = ByteBuffer.allocate(9 + content.remaining());
    out.position(8);
    out.put(kind).put(content);
    out.flip();
    CRC32C sum = new CRC32C();
    sum.update(out.array(), 8, out.limit() - 8);
    out.putInt(0, out.limit() - 8).putInt(4, (int) sum.getValue());
    while (out.hasRemaining()) {
      file.write(out);
    }
  }

  @Override
  public void close() {
    try {
      flush();
      file.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Takes what a spool holds, in order. */
  interface Reader {
    void text(byte kind, String json);

    void samples(ByteBuffer content);
  }

  /** Reads up to the end or to the first entry that is not whole. */
  static void read(Path path, Reader to) throws IOException {
    try (FileChannel in = FileChannel.open(path, StandardOpenOption.READ)) {
      ByteBuffer head = ByteBuffer.allocate(8);
      while (true) {
        head.clear();
        if (!fill(in, head)) {
          return;
        }
        head.flip();
        int length = head.getInt();
        int sum = head.getInt();
        if (length < 1 || length > LARGEST || length > in.size() - in.position()) {
          return;
        }
        ByteBuffer payload = ByteBuffer.allocate(length);
        if (!fill(in, payload)) {
          return;
        }
        payload.flip();
        CRC32C told = new CRC32C();
        told.update(payload.array());
        if ((int) told.getValue() != sum) {
          return;
        }
        byte kind = payload.get();
        if (kind == SAMPLES) {
          try {
            to.samples(payload.slice());
          } catch (BufferUnderflowException e) {
            return;
          }
        } else {
          to.text(kind, StandardCharsets.UTF_8.decode(payload.slice()).toString());
        }
      }
    }
  }

  private static boolean fill(FileChannel in, ByteBuffer to) throws IOException {
    while (to.hasRemaining()) {
      if (in.read(to) < 0) {
        return false;
      }
    }
    return true;
  }

  /** Removes a spool whose recording is kept. */
  static void remove(Path path) {
    try {
      Files.deleteIfExists(path);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
