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
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.zip.CRC32C;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What a recording has taken so far, in a file of its own beside the database, so that no crash of
 * server or database loses more than the last moment. A run of entries, each with its length and
 * checksum; the reader stops at the first that is not whole. One thread writes it.
 *
 * <p>Entry: length (4 bytes), CRC-32C of the payload (4), payload: kind (1 byte), then what the
 * kind holds.
 */
final class Spool implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Spool.class);

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

  /** JSON of all that must be known to go on after entries were left out for want of room. */
  static final byte RESTART = 'R';

  /** Bytes that wait while the disk takes none; after that the spool is {@link #broken}. */
  static final int MOST_HELD = 8 * 1024 * 1024;

  private static final int LARGEST = 16 * 1024 * 1024;
  private static final int FULL = 64 * 1024;
  private static final int LONGEST_NUMBER = 10;
  private static final long SYNC_NANOS = 1_000_000_000L;

  /** Where the bytes go. */
  interface Disk extends AutoCloseable {
    /** Writes some of the bytes at a place, as far as it comes. */
    int write(ByteBuffer bytes, long at) throws IOException;

    void truncate(long length) throws IOException;

    void force() throws IOException;

    @Override
    void close() throws IOException;
  }

  private final Disk disk;
  private final int mostHeld;
  private final Deque<ByteBuffer> held = new ArrayDeque<>();
  private ByteBuffer samples = ByteBuffer.allocate(FULL + 16 * 1024);
  private long syncedNanos;
  private long whole;
  private int heldBytes;
  private boolean broken;

  Spool(Path path) throws IOException {
    this(onFile(path));
  }

  Spool(Disk disk) {
    this(disk, MOST_HELD);
  }

  Spool(Disk disk, int mostHeld) {
    this.disk = disk;
    this.mostHeld = mostHeld;
  }

  /** A file as it is. */
  static Disk onFile(Path path) throws IOException {
    FileChannel file = FileChannel.open(path, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    return new Disk() {
      @Override
      public int write(ByteBuffer bytes, long at) throws IOException {
        return file.write(bytes, at);
      }

      @Override
      public void truncate(long length) throws IOException {
        file.truncate(length);
      }

      @Override
      public void force() throws IOException {
        file.force(false);
      }

      @Override
      public void close() throws IOException {
        file.close();
      }
    };
  }

  /** Writes an entry of text. */
  void put(byte kind, String json) {
    flush();
    entry(kind, ByteBuffer.wrap(json.getBytes(StandardCharsets.UTF_8)));
    toDisk();
  }

  /**
   * Takes a sample; it is on its way to the disk after {@link #flush}.
   *
   * @param micros difference to the sample of the track before
   * @param raws differences likewise
   */
  void sample(int track, long micros, long[] raws) {
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

  /**
   * Hands everything taken so far to the operating system, and once a second to the disk. A disk
   * that takes nothing ends nothing: what it does not take waits here.
   */
  void flush() {
    if (samples.position() > 0) {
      samples.flip();
      entry(SAMPLES, samples);
      samples.clear();
    }
    toDisk();
    long now = System.nanoTime();
    if (held.isEmpty() && now - syncedNanos > SYNC_NANOS) {
      syncedNanos = now;
      try {
        disk.force();
      } catch (IOException e) {
        LOG.warn("a spool cannot be forced to disk: {}", e.getMessage());
      }
    }
  }

  /** True while the disk takes nothing and entries wait. */
  boolean behind() {
    return broken || !held.isEmpty();
  }

  /** True where so much waited that it was left out; nothing is taken until {@link #restart}. */
  boolean broken() {
    return broken;
  }

  /**
   * Tries to go on after entries were left out.
   *
   * @param json what a reader must know to go on from here
   * @return true where the disk took it
   */
  boolean restart(String json) {
    samples.clear();
    held.clear();
    heldBytes = 0;
    broken = false;
    entry(RESTART, ByteBuffer.wrap(json.getBytes(StandardCharsets.UTF_8)));
    toDisk();
    broken = !held.isEmpty();
    return !broken;
  }

  private void entry(byte kind, ByteBuffer content) {
    if (broken) {
      return;
    }
    ByteBuffer out = ByteBuffer.allocate(9 + content.remaining());
    out.position(8);
    out.put(kind).put(content);
    out.flip();
    CRC32C sum = new CRC32C();
    sum.update(out.array(), 8, out.limit() - 8);
    out.putInt(0, out.limit() - 8).putInt(4, (int) sum.getValue());
    held.add(out);
    heldBytes += out.limit();
    if (heldBytes > mostHeld) {
      held.clear();
      heldBytes = 0;
      broken = true;
    }
  }

  /** Writes what waits, entry by entry; one that does not fit leaves nothing of itself behind. */
  private void toDisk() {
    while (!held.isEmpty()) {
      ByteBuffer next = held.peek();
      next.rewind();
      try {
        long at = whole;
        while (next.hasRemaining()) {
          at += disk.write(next, at);
        }
        whole = at;
        held.remove();
        heldBytes -= next.limit();
      } catch (IOException full) {
        try {
          disk.truncate(whole);
        } catch (IOException e) {
          LOG.warn("a spool cannot be cut to its last whole entry: {}", e.getMessage());
        }
        return;
      }
    }
  }

  @Override
  public void close() {
    flush();
    try {
      disk.close();
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
