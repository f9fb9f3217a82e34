package hitchlamp.grade;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A file that takes what a disk has left. */
final class FullDisk {
  private FullDisk() {}

  /** Writes until nothing more fits, to the last byte. */
  static void fill(Path file) throws IOException {
    byte[] chunk = new byte[64 * 1024];
    try (var out = Files.newOutputStream(file)) {
      while (true) {
        out.write(chunk);
      }
    } catch (IOException full) {
      try (var out = Files.newOutputStream(file, java.nio.file.StandardOpenOption.APPEND)) {
        while (true) {
          out.write(0);
        }
      } catch (IOException toTheLastByte) {
        // As full as it can be.
      }
    }
  }
}
