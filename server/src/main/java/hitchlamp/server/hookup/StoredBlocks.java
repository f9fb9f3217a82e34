package hitchlamp.server.hookup;

import com.github.luben.zstd.Zstd;
import hitchlamp.core.bus.FrameBlock;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** Compressed blocks of frames, as the database and case files keep them. */
public final class StoredBlocks {
  /** A full block of frames takes about 400 kB; texts of operators add little. */
  private static final long LARGEST = 4L * 1024 * 1024;

  private StoredBlocks() {}

  /** The entries of one compressed block. */
  static List<FrameBlock.Entry> unpack(byte[] content) {
    long size = Zstd.getFrameContentSize(content);
    if (size < 0 || size > LARGEST) {
      throw new IllegalArgumentException(HookupWords.say("a-stored-block-claims-bytes", size));
    }
    return FrameBlock.decode(Zstd.decompress(content, (int) size));
  }

  /**
   * Understands a block that comes from elsewhere.
   *
   * @param ofLog true for a block of a recorded log, which holds frames only
   * @throws IllegalArgumentException where it is no such block
   */
  public static void check(byte[] content, boolean ofLog) {
    List<FrameBlock.Entry> entries = unpack(content);
    if (ofLog && !entries.stream().allMatch(FrameBlock.Entry.OfFrame.class::isInstance)) {
      throw new IllegalArgumentException(HookupWords.say("a-recorded-log-holds-something-that"));
    }
  }

  /** Compressed blocks of a log as it was kept in one before, each with its length before it. */
  public static List<byte[]> ofLog(byte[] content) {
    List<byte[]> blocks = new ArrayList<>();
    ByteBuffer in = ByteBuffer.wrap(content);
    while (in.hasRemaining()) {
      int length = in.remaining() < 4 ? -1 : in.getInt();
      if (length < 0 || length > in.remaining()) {
        throw new IllegalArgumentException(HookupWords.say("a-stored-log-ends-within-a"));
      }
      byte[] block = new byte[length];
      in.get(block);
      blocks.add(block);
    }
    return blocks;
  }
}
