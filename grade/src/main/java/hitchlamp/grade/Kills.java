package hitchlamp.grade;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import tools.jackson.databind.JsonNode;

/** What is lost, and how soon cylinders fire again, when processes are killed. */
final class Kills {
  private static final int KILLS = 10;
  private static final int CYLINDERS = 6;

  private final Installation at;
  private final Report report;

  Kills(Installation at, Report report) {
    this.at = at;
    this.report = report;
  }

  void measure() throws Exception {
    List<Double> serverLost = new ArrayList<>();
    List<Double> databaseLost = new ArrayList<>();
    List<Double> bothLost = new ArrayList<>();
    List<Double> released = new ArrayList<>();
    for (int i = 0; i < KILLS; i++) {
      serverLost.add(kill(true, false, released));
      databaseLost.add(kill(false, true, released));
      bothLost.add(kill(true, true, released));
    }
    report.say(
        "A truck is recorded and a cylinder held off; then processes are killed (signal 9), started again, and what is missing at the end of the recording is counted against the last moment at which values were told before the kill. Where the server lives on, the recording goes on and what is missing is its longest gap between two samples.");
    report
        .head("killed", "tries", "lost, median, s", "lost, worst, s")
        .row(
            "server",
            KILLS,
            Installation.at(Installation.sorted(serverLost), 0.5),
            Installation.at(Installation.sorted(serverLost), 1))
        .row(
            "database",
            KILLS,
            Installation.at(Installation.sorted(databaseLost), 0.5),
            Installation.at(Installation.sorted(databaseLost), 1))
        .row(
            "server while the database is down",
            KILLS,
            Installation.at(Installation.sorted(bothLost), 0.5),
            Installation.at(Installation.sorted(bothLost), 1))
        .end()
        .head(
            "cylinder held off, server killed", "tries", "fires again after, median, s", "worst, s")
        .row(
            "seen in the simulated cab",
            released.size(),
            Installation.at(Installation.sorted(released), 0.5),
            Installation.at(Installation.sorted(released), 1))
        .end()
        .keep("lostServerWorst", Installation.at(Installation.sorted(serverLost), 1))
        .keep("lostDatabaseWorst", Installation.at(Installation.sorted(databaseLost), 1))
        .keep("lostBothWorst", Installation.at(Installation.sorted(bothLost), 1))
        .keep("releasedWorst", Installation.at(Installation.sorted(released), 1));
  }

  /** Seconds of values that a kill lost. */
  private double kill(boolean theServer, boolean theDatabase, List<Double> released)
      throws Exception {
    long job = at.hookedUp("truck-1", "Killed");
    String base = "/api/jobs/" + job;
    at.server().call("POST", base + "/seat", Map.of());
    prepare(base);
    at.server()
        .call(
            "POST",
            base + "/watch/recorders",
            Map.of("name", "Killed", "channels", List.of("engine/190")));
    switchOff(base);
    for (int i = 0; i < 3; i++) {
      TimeUnit.MILLISECONDS.sleep(900);
      say(base, "alive");
    }
    if (theDatabase) {
      at.kill("database");
      TimeUnit.SECONDS.sleep(theServer ? 2 : 4);
    }
    double lost;
    if (theServer) {
      double busNow = busNow();
      long killed = System.nanoTime();
      at.kill("server");
      released.add(fires(killed));
      if (theDatabase) {
        at.again("database");
      }
      at.again("server");
      at.signIn();
      JsonNode head = ended(base);
      double last = head.path("seconds").asDouble() + firstOf(head);
      lost = Math.max(0, busNow - last);
    } else {
      at.again("database");
      TimeUnit.SECONDS.sleep(2);
      Installation.await("server after the database", () -> at.server().has(base));
      at.server().call("DELETE", base + "/watch/recorders/1", null);
      JsonNode head = ended(base);
      lost = at.longestGap(head.path("id").asLong());
      at.server().call("DELETE", base + "/hook-up", null);
    }
    return lost;
  }

  /** Prepares the cutout as soon as the faults, which are read after the roll, leave room. */
  private void prepare(String base) throws InterruptedException {
    Installation.await(
        "the cutout to be prepared",
        () -> {
          try {
            at.server()
                .call("POST", base + "/trials", Map.of("test", "cutout", "module", "engine"));
            return true;
          } catch (IllegalStateException notYet) {
            return false;
          }
        });
  }

  /** Begins as soon as the preconditions hold, and switches a cylinder off. */
  private void switchOff(String base) throws InterruptedException {
    Installation.await(
        "a cylinder to be off",
        () -> {
          say(base, "begin");
          say(base, "off 2");
          try {
            return cabOf("truck-1").path("firing").asInt() < CYLINDERS;
          } catch (IOException | InterruptedException e) {
            return false;
          }
        });
  }

  private void say(String base, String choice) {
    at.server().call("POST", base + "/trials/act", Map.of("act", choice));
  }

  private JsonNode ended(String base) throws InterruptedException {
    JsonNode[] head = new JsonNode[1];
    Installation.await(
        "the recording after the kill",
        () -> {
          head[0] = at.server().call("GET", base + "/recordings-made", null).path(0);
          return head[0].path("samples").isNumber();
        });
    return head[0];
  }

  /** Bus time of the first moment of a recording: where its markers of bus time begin. */
  private double firstOf(JsonNode head) {
    return at.server()
        .call("GET", "/api/recordings/" + head.path("id").asLong() + "/origin", null)
        .path("seconds")
        .asDouble();
  }

  /** Bus time of the truck now, by its cab. */
  private double busNow() throws IOException, InterruptedException {
    return cabOf("truck-1").path("micros").asDouble() / 1e6;
  }

  private JsonNode cabOf(String unit) throws IOException, InterruptedException {
    java.net.http.HttpClient http = java.net.http.HttpClient.newHttpClient();
    String body =
        http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:8582/units/" + unit))
                    .timeout(Duration.ofSeconds(5))
                    .build(),
                HttpResponse.BodyHandlers.ofString())
            .body();
    return tools.jackson.databind.json.JsonMapper.builder().build().readTree(body);
  }

  /** Seconds until the truck's engine fires on all its cylinders. */
  private double fires(long since) throws IOException, InterruptedException {
    while (cabOf("truck-1").path("firing").asInt() < CYLINDERS) {
      if (Installation.seconds(since) > 20) {
        return Double.POSITIVE_INFINITY;
      }
      TimeUnit.MILLISECONDS.sleep(20);
    }
    return Installation.seconds(since);
  }
}
