package hitchlamp.grade;

import java.io.IOException;
import java.io.Reader;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;

/**
 * Every cell of endpoint by role by seat on a running server, against the file that states them.
 */
final class RightsCells {
  private static final Path RULES = Path.of("server/src/main/resources/rights.csv");
  private static final Map<String, Set<String>> RIGHTS =
      Map.of(
          "Technician 1", Set.of("LOOK", "NOTE", "READ", "COMMAND"),
          "Apprentice 1", Set.of("LOOK", "NOTE", "READ"),
          "Specialist 1", Set.of("LOOK", "NOTE"),
          "Manager", Set.of("LOOK", "NOTE", "READ", "COMMAND", "MANAGE"));
  private static final String OTHER = "Technician 2";

  private final Installation at;
  private final Report report;

  RightsCells(Installation at, Report report) {
    this.at = at;
    this.report = report;
  }

  private ServerClient signedIn(String name) {
    ServerClient c = new ServerClient(at.address());
    c.call("GET", "/api/account/me", null);
    c.call("POST", "/api/account/sign-in", Map.of("name", name, "password", ServerClient.PASSWORD));
    return c;
  }

  void measure() throws IOException {
    long job = at.server().openJob("Rights " + System.nanoTime(), "measurement");
    Map<String, ServerClient> people = new LinkedHashMap<>();
    RIGHTS.keySet().forEach(n -> people.put(n, signedIn(n)));
    ServerClient other = signedIn(OTHER);
    ServerClient nobody = new ServerClient(at.address());
    nobody.call("GET", "/api/account/me", null);
    int cells = 0;
    int asStated = 0;
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setCommentMarker('#')
            .get();
    try (Reader in = Files.newBufferedReader(RULES)) {
      List<CSVRecord> rules = format.parse(in).getRecords();
      for (boolean taken : new boolean[] {false, true}) {
        if (taken) {
          other.call("POST", "/api/jobs/" + job + "/seat", Map.of());
        }
        for (CSVRecord r : rules) {
          if (r.get("path").matches("/api/stream|.*(sign-out|/seat)")) {
            continue;
          }
          String path =
              r.get("path")
                  .replace("{job}", Long.toString(job))
                  .replace("{figure}", "IDLE_SHARE")
                  .replaceAll("\\{[a-z]+\\}", "999999999");
          boolean open = r.get("right").equals("ANYBODY");
          boolean seat = r.get("path").contains("{job}");
          asStated += got(nobody, r, path).equals(open ? "" : "not signed in") ? 1 : 0;
          cells++;
          for (Map.Entry<String, ServerClient> p : people.entrySet()) {
            boolean may = open || RIGHTS.get(p.getKey()).contains(r.get("right"));
            boolean sits =
                seat && (r.get("seat").equals("MINE") || r.get("seat").equals("FREE") && taken);
            asStated +=
                got(p.getValue(), r, path).equals(!may ? "role" : sits ? "seat" : "") ? 1 : 0;
            cells++;
          }
        }
      }
    }
    other.call("DELETE", "/api/jobs/" + job + "/seat", null);
    report
        .say(
            "Every endpoint by nobody, four roles, a seat that is free and one that another has, over HTTP, against rights.csv. The server's tests try the caller's own seat and jobs from case files too.")
        .head("cells", "as stated")
        .row(cells, asStated)
        .end()
        .keep("cells", cells)
        .keep("cellsAsStated", asStated);
  }

  private static String got(ServerClient who, CSVRecord rule, String path) {
    boolean changes = !rule.get("method").equals("GET");
    HttpResponse<String> a =
        who.send(
            rule.get("method"),
            path,
            changes
                ? HttpRequest.BodyPublishers.ofString("{}")
                : HttpRequest.BodyPublishers.noBody(),
            "application/json",
            HttpResponse.BodyHandlers.ofString());
    if (a.statusCode() == 401) {
      return "not signed in";
    } else if (a.statusCode() == 403) {
      return "role";
    }
    return a.body().contains("The seat at this unit belongs")
            || a.body().contains("do not have the seat")
        ? "seat"
        : "";
  }
}
