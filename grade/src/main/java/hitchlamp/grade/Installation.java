package hitchlamp.grade;

import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/**
 * A running installation that is measured: its server, its processes, what many measurements do
 * with it.
 */
final class Installation {
  private final String address;
  private final Path state;
  private ServerClient server;

  /**
   * @param address of the server, without a slash at its end
   * @param state folder in which the processes are remembered
   */
  Installation(String address, Path state) {
    this.address = address;
    this.state = state;
    signIn();
  }

  String address() {
    return address;
  }

  Path state() {
    return state;
  }

  ServerClient server() {
    return server;
  }

  /** Signs in, again where the server was started anew. */
  void signIn() {
    server = new ServerClient(address);
    server.signIn();
  }

  long hookedUp(String unit, String name) throws Exception {
    long job = server.openJob(name + " " + System.nanoTime(), "measurement");
    String base = "/api/jobs/" + job;
    server.call("POST", base + "/hook-up", Map.of("link", "sim/" + unit));
    await("link of " + unit, () -> live(base));
    for (boolean full : new boolean[] {true, false}) {
      server.call("POST", base + "/roll-call", Map.of("full", full));
      await("roll of " + unit, () -> logged(base, full ? "Full roll call" : "Quick roll call"));
    }
    return job;
  }

  boolean live(String base) {
    try {
      server.call("POST", base + "/watch/statistics", Map.of());
      return logged(base, "Hooked up");
    } catch (IllegalStateException notYet) {
      return false;
    }
  }

  boolean logged(String base, String text) {
    return server.call("GET", base + "/logbook", null).toString().contains(text);
  }

  static void await(String what, BooleanSupplier holds) throws InterruptedException {
    for (int i = 0; i < 600; i++) {
      if (holds.getAsBoolean()) {
        return;
      }
      TimeUnit.MILLISECONDS.sleep(200);
    }
    throw new IllegalStateException("waited two minutes in vain for: " + what);
  }

  void cab(long job, String unit, String action, String value) {
    server.call(
        "POST", "/api/jobs/" + job + "/cab/" + unit, Map.of("action", action, "value", value));
  }

  double cpu(String process) throws IOException {
    return cpuOf(Long.parseLong(Files.readString(state.resolve(process + ".pid")).strip()));
  }

  static double cpuOf(long pid) {
    return ProcessHandle.of(pid)
        .flatMap(p -> p.info().totalCpuDuration())
        .map(d -> d.toMillis() / 1e3)
        .orElse(Double.NaN);
  }

  static double browserCpu() {
    return ProcessHandle.allProcesses()
        .filter(p -> p.info().command().orElse("").contains("chromium"))
        .mapToDouble(p -> cpuOf(p.pid()))
        .filter(d -> !Double.isNaN(d))
        .sum();
  }

  byte[] download(String path) {
    HttpResponse<byte[]> answer =
        server.send(
            "GET",
            path,
            HttpRequest.BodyPublishers.noBody(),
            "application/json",
            HttpResponse.BodyHandlers.ofByteArray());
    if (answer.statusCode() != 200) {
      throw new IllegalStateException(path + ": " + answer.statusCode());
    }
    return answer.body();
  }

  /** Ends a process as a power cut does. */
  void kill(String process) throws IOException, InterruptedException {
    long pid = Long.parseLong(Files.readString(state.resolve(process + ".pid")).strip());
    ProcessHandle.of(pid).ifPresent(ProcessHandle::destroyForcibly);
    await(process + " to be gone", () -> ProcessHandle.of(pid).map(p -> !p.isAlive()).orElse(true));
  }

  /** Starts a process again that was killed; the state folder is named like the measurement. */
  void again(String process) throws IOException, InterruptedException {
    int code =
        new ProcessBuilder("./hitch-lamp", "again", process, state.getFileName().toString())
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start()
            .waitFor();
    if (code != 0) {
      throw new IllegalStateException(process + " did not start again");
    }
  }

  /** Longest time between two samples of the engine speed in a recording, s. */
  double longestGap(long recording) {
    String text =
        new String(
            download("/api/recordings/" + recording + "/table.csv?channels=engine/190"),
            StandardCharsets.UTF_8);
    double longest = 0;
    double before = Double.NaN;
    for (String line : text.split("\r\n")) {
      int comma = line.indexOf(',');
      if (comma > 0 && Character.isDigit(line.charAt(0))) {
        double t = Double.parseDouble(line.substring(0, comma));
        longest = Double.isNaN(before) ? 0 : Math.max(longest, t - before);
        before = t;
      }
    }
    return longest;
  }

  static double seconds(long since) {
    return (System.nanoTime() - since) / 1e9;
  }

  static double[] sorted(List<Double> values) {
    double[] all = values.stream().mapToDouble(Double::doubleValue).toArray();
    Arrays.sort(all);
    return all;
  }

  static double at(double[] values, double share) {
    double[] all = values.clone();
    Arrays.sort(all);
    return all.length == 0
        ? Double.NaN
        : all[Math.min(all.length - 1, (int) Math.ceil(share * all.length) - (share > 0 ? 1 : 0))];
  }
}
