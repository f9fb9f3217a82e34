package hitchlamp.grade.harden;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;

/** Everything that the pages of a job ask the server for. */
public final class JobPages {
  private JobPages() {}

  /**
   * Addresses of a job's pages with what is reached from them.
   *
   * @param get answers a GET with its body, null where there is none
   */
  public static List<String> of(long job, Function<String, JsonNode> get) {
    String at = "/api/jobs/" + job;
    List<String> all = new ArrayList<>();
    for (String page :
        new String[] {
          "",
          "/logbook",
          "/roll",
          "/links",
          "/seat",
          "/faults",
          "/faults/reads",
          "/faults/clear-warnings",
          "/story",
          "/recordings-made",
          "/trials",
          "/trials/offers",
          "/traces",
          "/sign-off",
          "/report.pdf",
          "/report.pdf?full=true",
          "/case-file",
          "/traffic.log",
          "/traffic.pcap",
          "/parameters.dbc",
          "/dbc"
        }) {
      all.add(at + page);
    }
    for (JsonNode t : nodes(get.apply(at + "/trials"))) {
      all.add(at + "/trials/" + t.path("id").asLong());
    }
    JsonNode traces = get.apply(at + "/traces");
    for (JsonNode t : nodes(traces == null ? null : traces.path("traces"))) {
      all.add(at + "/traces/" + t.path("id").asLong());
    }
    for (JsonNode e : nodes(get.apply(at + "/logbook"))) {
      if (e.path("kind").asString("").equals("PHOTO")) {
        all.add(at + "/photos/" + e.path("id").asLong());
      }
    }
    JsonNode reads = get.apply(at + "/faults/reads");
    for (JsonNode r : nodes(reads)) {
      all.add(
          at
              + "/faults/difference?before="
              + r.path("id").asLong()
              + "&after="
              + reads.path(0).path("id").asLong());
    }
    for (JsonNode r : nodes(get.apply(at + "/recordings-made"))) {
      String of = "/api/recordings/" + r.path("id").asLong();
      for (String page :
          new String[] {
            "", "/window?columns=40", "/statistics", "/origin", "/table.csv", "/sea-trial"
          }) {
        all.add(of + page);
      }
    }
    return all;
  }

  private static Iterable<JsonNode> nodes(JsonNode list) {
    return list == null ? List.of() : list;
  }
}
