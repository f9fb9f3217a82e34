package hitchlamp.grade;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.IntFunction;
import tools.jackson.databind.JsonNode;

/**
 * How long lists, pages and comparisons take with a large fleet in the database. The rows are
 * copies of one job that was really read; only their figures and dates differ.
 */
final class ListsMeasure {
  private static final int TIMES = 200;
  private static final int WARM = 30;
  private static final double AIM_MS = 100;
  private static final int PATIENCE_SECONDS = 120;
  private static final List<String> COMPARED =
      List.of("IDLE_SHARE", "FUEL_RATE", "FUEL_ECONOMY", "HOURS", "LOAD_FACTOR");

  private final String address;
  private final Path plans;
  private final boolean json;

  /**
   * @param plans file with the query plans as the database told them, empty where there is none
   */
  ListsMeasure(String server, Path plans, boolean json) {
    if (server == null) {
      throw new IllegalArgumentException(
          "lists needs --server; ./hitch-lamp measure lists gives it");
    }
    this.address = server;
    this.plans = plans;
    this.json = json;
  }

  /**
   * Reads one job whole from the simulated unit that the server knows; the fleet is its copies.
   *
   * @return the job
   */
  static long visit(String address) throws InterruptedException {
    ServerClient server = new ServerClient(address);
    server.signIn();
    long job = server.openJob("Measured", "No power.");
    String base = "/api/jobs/" + job;
    String link = server.call("GET", base + "/links", null).get(0).path("id").asString();
    server.call("POST", base + "/hook-up", Map.of("link", link));
    await(
        () -> server.call("GET", base + "/logbook", null).toString().contains("Hooked up through"));
    for (int i = 1; i <= 2; i++) {
      int stories = i;
      server.call("POST", base + "/roll-call", Map.of("full", true));
      await(
          () ->
              server.call("GET", base + "/logbook", null).toString().split("Story read", -1).length
                  > stories);
    }
    server.call("DELETE", base + "/hook-up", null);
    return job;
  }

  private static void await(BooleanSupplier there) throws InterruptedException {
    for (int i = 0; i < PATIENCE_SECONDS * 4; i++) {
      if (there.getAsBoolean()) {
        return;
      }
      TimeUnit.MILLISECONDS.sleep(250);
    }
    throw new IllegalStateException("the server did not come that far");
  }

  void measure() throws IOException {
    ServerClient server = new ServerClient(address);
    server.signIn();
    JsonNode units = server.call("GET", "/api/units?search=Fleet", null);
    List<Long> unitIds = new ArrayList<>();
    units.forEach(u -> unitIds.add(u.path("id").asLong()));
    List<Long> jobIds = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      server
          .call("GET", "/api/units/" + unitIds.get(i * 7), null)
          .path("jobs")
          .forEach(j -> jobIds.add(j.path("id").asLong()));
    }
    SplittableRandom r = new SplittableRandom(7);
    Map<String, IntFunction<String>> asked = new LinkedHashMap<>();
    asked.put("units, searched", i -> "/api/units?search=" + (100 + r.nextInt(900)));
    asked.put("jobs, all", i -> "/api/jobs");
    asked.put("jobs, searched: many fit", i -> "/api/jobs?search=power");
    asked.put("jobs, searched: one fits", i -> "/api/jobs?search=F-" + (1_000 + r.nextInt(9_000)));
    asked.put("jobs, searched: none fits", i -> "/api/jobs?search=nothing" + i);
    asked.put("one unit with its visits", i -> "/api/units/" + any(unitIds, r));
    asked.put("logbook of a job", i -> "/api/jobs/" + any(jobIds, r) + "/logbook");
    asked.put("faults of a job with leads", i -> "/api/jobs/" + any(jobIds, r) + "/faults");
    asked.put("story of a job with findings", i -> "/api/jobs/" + any(jobIds, r) + "/story");
    asked.put(
        "a figure over all units and visits",
        i ->
            "/api/units/"
                + any(unitIds, r)
                + "/figures/"
                + COMPARED.get(i % COMPARED.size())
                + "?trip="
                + (i % 2 == 0));
    Report report = new Report("lists", "Lists and comparisons with a large fleet");
    report.say(
        "1,000 units with 20 visits each, a logbook of 20 entries and a story a visit, all in MariaDB; the rows are copies of one job that was really read, their figures and dates differ. Each is asked "
            + TIMES
            + " times over HTTP, one after the other, after "
            + WARM
            + " that are not counted; the time runs to the last byte.");
    report.head("asked for", "median, ms", "95th percentile, ms", "worst, ms", "aim, ms");
    asked.forEach(
        (what, path) -> {
          double[] ms = new double[TIMES];
          for (int i = -WARM; i < TIMES; i++) {
            String at = path.apply(i + WARM);
            long start = System.nanoTime();
            server.call("GET", at, null);
            if (i >= 0) {
              ms[i] = (System.nanoTime() - start) / 1e6;
            }
          }
          report
              .row(
                  what,
                  Report.median(ms),
                  Report.percentile(ms, 0.95),
                  Report.percentile(ms, 1),
                  AIM_MS)
              .keep(what, Report.percentile(ms, 0.95));
        });
    report.end();
    if (plans != null) {
      report
          .say("What the database says of its way to the rows (`EXPLAIN`):")
          .head("query", "table", "type", "key", "rows");
      for (String line : Files.readAllLines(plans)) {
        report.row((Object[]) line.split("\t"));
      }
      report.end();
    }
    report.finish(json);
  }

  private static long any(List<Long> ids, SplittableRandom r) {
    return ids.get(r.nextInt(ids.size()));
  }
}
