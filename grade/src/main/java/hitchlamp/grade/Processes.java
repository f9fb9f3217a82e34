package hitchlamp.grade;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** Programs that are timed as whole processes. */
final class Processes {
  private static final int LONGEST_SECONDS = 300;
  private static final int LOOK_MILLIS = 50;

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
    return run(out, command).seconds();
  }

  /**
   * A program that ran.
   *
   * @param seconds from its start to its end
   * @param peakKilobytes most memory that it held while it was looked at, twenty times a second; 0
   *     where the system does not tell
   */
  record Run(double seconds, long peakKilobytes) {}

  /** The same, with the memory that it took. */
  static Run run(Path out, String... command) throws IOException, InterruptedException {
    ProcessBuilder p = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD);
    p.redirectOutput(
        out == null ? ProcessBuilder.Redirect.DISCARD : ProcessBuilder.Redirect.to(out.toFile()));
    long start = System.nanoTime();
    Process running = p.start();
    Path status = Path.of("/proc", Long.toString(running.pid()), "status");
    long peak = 0;
    while (!running.waitFor(LOOK_MILLIS, TimeUnit.MILLISECONDS)) {
      peak = Math.max(peak, peak(status));
      if (System.nanoTime() - start > LONGEST_SECONDS * 1_000_000_000L) {
        running.destroyForcibly();
        throw new IOException(command[0] + " did not end");
      }
    }
    if (running.exitValue() != 0) {
      throw new IOException(command[0] + " failed");
    }
    return new Run((System.nanoTime() - start) / 1e9, peak);
  }

  private static long peak(Path status) {
    try {
      return Files.readAllLines(status).stream()
          .filter(l -> l.startsWith("VmHWM:"))
          .mapToLong(l -> Long.parseLong(l.replaceAll("\\D", "")))
          .findFirst()
          .orElse(0);
    } catch (IOException e) {
      return 0; // It has just ended.
    }
  }
}
