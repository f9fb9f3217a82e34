package hitchlamp.grade;

import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.serve.StandIn;
import java.io.IOException;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import tools.jackson.databind.JsonNode;

/**
 * Makes the demo fleet's earlier visits: each unit as it was then is hooked up to and read through
 * the server, as a technician would have done. Only the dates are set back afterwards, by the
 * caller; a job and the days are printed for each.
 */
final class PastVisits {
  private static final int PATIENCE_SECONDS = 90;

  /** Units that stand in the yard at once: more would be slower than real on two cores. */
  private static final int AT_ONCE = 4;

  private static final String SIGNED = " h. Nothing was changed.";

  private final String address;
  private final List<Scenario> fleet;

  PastVisits(String address, List<Scenario> fleet) {
    this.address = address;
    this.fleet = fleet;
  }

  /** One visit to be made. */
  private record Stay(Scenario then, Scenario.Visit visit) {}

  /** Makes all visits, round by round so that each unit's earlier ones come first. */
  void make() throws IOException, InterruptedException {
    ServerClient server = new ServerClient(address);
    server.signIn();
    Map<String, Long> units = new LinkedHashMap<>();
    for (JsonNode u : server.call("GET", "/api/units", null)) {
      units.put(u.path("fleetNumber").asString(), u.path("id").asLong());
    }
    int rounds = fleet.stream().mapToInt(s -> s.visits().size()).max().orElse(0);
    for (int round = 0; round < rounds; round++) {
      List<Stay> stays = new ArrayList<>();
      for (Scenario s : fleet) {
        if (s.visits().size() > round && units.containsKey(s.title())) {
          Scenario.Visit v = s.visits().get(round);
          stays.add(new Stay(s.asAt(v), v));
        }
      }
      for (int i = 0; i < stays.size(); i += AT_ONCE) {
        round(stays.subList(i, Math.min(stays.size(), i + AT_ONCE)), units);
      }
    }
  }

  private void round(List<Stay> stays, Map<String, Long> units)
      throws IOException, InterruptedException {
    InetAddress loopback = InetAddress.getLoopbackAddress();
    ExecutorService threads = Executors.newFixedThreadPool(AT_ONCE);
    try (StandIn yard = StandIn.start(loopback, 0, 0, 1, stays.stream().map(Stay::then).toList())) {
      List<Future<String>> made = new ArrayList<>();
      for (int i = 0; i < stays.size(); i++) {
        Stay stay = stays.get(i);
        int port = yard.port(i);
        Callable<String> visit =
            () -> visit(stay, units.get(stay.then().title()), loopback.getHostAddress(), port);
        made.add(threads.submit(visit));
      }
      for (Future<String> f : made) {
        System.out.println(f.get());
      }
    } catch (ExecutionException e) {
      throw new IllegalStateException("a visit could not be made", e.getCause());
    } finally {
      threads.shutdownNow();
    }
  }

  private String visit(Stay stay, long unit, String host, int port) throws InterruptedException {
    ServerClient server = new ServerClient(address);
    server.signIn();
    long job =
        server
            .call(
                "POST", "/api/jobs", Map.of("unitId", unit, "complaint", stay.visit().complaint()))
            .path("id")
            .asLong();
    String base = "/api/jobs/" + job;
    boolean vessel = stay.then().unit() == Scenario.Kind.FERRY;
    String link = "daemon/" + host + ":" + port + "/can250" + (vessel ? "/n2k=n2k250" : "");
    server.call("POST", base + "/hook-up", Map.of("link", link));
    await(() -> logbook(server, base).contains("Hooked up through"), base);
    server.call("POST", base + "/roll-call", Map.of("full", true));
    await(() -> logbook(server, base).contains("Story read"), base);
    server.call("DELETE", base + "/hook-up", null);
    server.call(
        "POST",
        base + "/logbook",
        Map.of("text", "Read at " + Math.round(stay.visit().at()) + SIGNED));
    server.call("POST", base + "/state", Map.of("state", "CLOSED"));
    return job + "\t" + stay.visit().daysAgo();
  }

  private static String logbook(ServerClient server, String base) {
    return server.call("GET", base + "/logbook", null).toString();
  }

  private static void await(BooleanSupplier there, String what) throws InterruptedException {
    for (int i = 0; i < PATIENCE_SECONDS * 4; i++) {
      if (there.getAsBoolean()) {
        return;
      }
      TimeUnit.MILLISECONDS.sleep(250);
    }
    throw new IllegalStateException("the server did not come that far with " + what);
  }
}
