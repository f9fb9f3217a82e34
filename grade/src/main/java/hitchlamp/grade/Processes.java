package hitchlamp.grade;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** Programs that are timed as whole processes. */
final class Processes {
  private static final int LONGEST_SECONDS = 300;

  private Processes() {}

  /** The Java that runs this. */
  static String java() {
    return Path.of(System.getProperty("java.home"), "bin", "java").toString();
  }

  /**
   * Seconds from the start of a program to its end.
   *
   * @param out takes what it prints; null where nobody reads it
   * @throws IOException where it fails or does not end
   */
  static double time(Path out, String... command) throws IOException, InterruptedException {
    ProcessBuilder p = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD);
    p.redirectOutput(
        out == null ? ProcessBuilder.Redirect.DISCARD : ProcessBuilder.Redirect.to(out.toFile()));
    long start = System.nanoTime();
    Process running = p.start();
    if (!running.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS) || running.exitValue() != 0) {
      running.destroyForcibly();
      throw new IOException(command[0] + " failed");
    }
    return (System.nanoTime() - start) / 1e9;
  }
}
