package hitchlamp.server.hookup;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** A serial adapter of a simulated unit, plugged in at a pseudo-terminal until it is closed. */
final class Plugged implements AutoCloseable {
  private final Path path;
  private final Process socat;

  private Plugged(Path path, Process socat) {
    this.path = path;
    this.socat = socat;
  }

  /**
   * Plugs it in.
   *
   * @param path of the pseudo-terminal
   * @param port at which the unit is reached as by a serial adapter
   */
  static Plugged in(Path path, int port) throws IOException, InterruptedException {
    Process socat =
        new ProcessBuilder(
                "socat", "PTY,link=" + path + ",raw,echo=0", "TCP:127.0.0.1:" + port + ",nodelay")
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    Plugged plugged = new Plugged(path, socat);
    while (!Files.exists(path)) {
      if (socat.waitFor(5, TimeUnit.MILLISECONDS)) {
        throw new IOException("socat ended with " + socat.exitValue());
      }
    }
    return plugged;
  }

  Path path() {
    return path;
  }

  /** Unplugs it. */
  @Override
  public void close() {
    socat.destroy();
    try {
      socat.waitFor();
      Files.deleteIfExists(path);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
