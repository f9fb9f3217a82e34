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
      throw new IllegalArgumentException("a stored block claims " + size + " bytes");
    }
    return FrameBlock.decode(Zstd.decompress(content, (int) size));
  }

  /**
   * Understands a block that comes from elsewhere.
   *
   * @param manyBlocks true for a recorded log, which is a run of blocks
   * @throws IllegalArgumentException where it is no such block
   */
  public static void check(byte[] content, boolean manyBlocks) {
    List<FrameBlock.Entry> entries = manyBlocks ? ofLog(content) : unpack(content);
    if (manyBlocks && !entries.stream().allMatch(FrameBlock.Entry.OfFrame.class::isInstance)) {
      throw new IllegalArgumentException("a recorded log holds something that is no frame");
    }
  }

  /** The entries of a recorded log: a run of blocks, each with its length before it. */
  static List<FrameBlock.Entry> ofLog(byte[] content) {
    List<FrameBlock.Entry> entries = new ArrayList<>();
    ByteBuffer in = ByteBuffer.wrap(content);
    while (in.hasRemaining()) {
      int length = in.remaining() < 4 ? -1 : in.getInt();
      if (length < 0 || length > in.remaining()) {
        throw new IllegalArgumentException("a stored log ends within a block");
      }
      byte[] block = new byte[length];
      in.get(block);
      entries.addAll(unpack(block));
    }
    return entries;
  }
}
