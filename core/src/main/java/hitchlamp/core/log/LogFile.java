package hitchlamp.core.log;

import com.github.luben.zstd.ZstdInputStream;
import hitchlamp.core.bus.Candump;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.GZIPInputStream;

/**
 * A log as it is found: text of candump or of the ASCII trace format, captures of pcap and pcapng,
 * each also compressed by gzip or zstd. What it is, its content tells, not its name. Holds one line
 * or packet at a time.
 */
public final class LogFile {
  private static final int LOOKED_AT = 1 << 16;
  private static final int GZIP = 0x1F8B;
  private static final int ZSTD = 0x28B52FFD;

  private LogFile() {}

  /**
   * Reads a file.
   *
   * @throws LogFault where it is a folder, empty, or no log at all; frames that came before an end
   *     that is cut short were handed over
   */
  public static LogReport read(Path file, Candump.Sink to) throws IOException {
    return read(file, to, Candump.MOST_FRAMES);
  }

  /**
   * Reads a file of more frames, for one that keeps none of them.
   *
   * @param most frames that may come
   */
  public static LogReport read(Path file, Candump.Sink to, long most) throws IOException {
    if (Files.isDirectory(file)) {
      throw new LogFault(LogWords.say("is-a-folder", file.getFileName()));
    }
    if (!Files.isReadable(file)) {
      throw new LogFault(LogWords.say("cannot-be-opened", file.getFileName()));
    }
    try (InputStream in = Files.newInputStream(file)) {
      return read(in, to, most);
    }
  }

  /**
   * Reads a log.
   *
   * @throws LogFault where it is empty or no log at all
   */
  public static LogReport read(InputStream source, Candump.Sink to) throws IOException {
    return read(source, to, Candump.MOST_FRAMES);
  }

  private static LogReport read(InputStream source, Candump.Sink to, long most) throws IOException {
    Begun begun = Begun.of(new BufferedInputStream(source, LOOKED_AT));
    if (begun.empty()) {
      throw new LogFault(LogWords.say("is-empty"));
    }
    try {
      if (begun.head() >>> 16 == GZIP) {
        begun = Begun.of(new GZIPInputStream(begun.all(), LOOKED_AT));
      } else if (begun.head() == ZSTD) {
        begun = Begun.of(new ZstdInputStream(begun.all()));
      }
    } catch (IOException e) {
      throw new LogFault(LogWords.say("cannot-be-unpacked"));
    }
    LogReport report =
        Capture.known(begun.head())
            ? Capture.read(begun.all(), begun.head(), to, most)
            : TextLog.read(begun.all(), to, most);
    if (report.all() == 0) {
      throw new LogFault(
          report.odd().isEmpty()
              ? LogWords.say("holds-no-frame")
              : LogWords.say("holds-no-frame-but", report.says()));
    }
    return report;
  }

  /**
   * A stream whose first bytes were looked at.
   *
   * @param head the first four bytes; fewer count as zeros behind them
   * @param all the stream with them; what was read of it before an end in an error is not lost
   */
  private record Begun(int head, boolean empty, InputStream all) {
    static Begun of(InputStream in) throws IOException {
      byte[] first = in.readNBytes(4);
      int head = 0;
      for (int i = 0; i < 4; i++) {
        head = head << 8 | (i < first.length ? first[i] & 0xFF : 0);
      }
      InputStream all = new SequenceInputStream(new ByteArrayInputStream(first), in);
      return new Begun(head, first.length == 0, all);
    }
  }
}
