package hitchlamp.grade.harden;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import tools.jackson.databind.JsonNode;

/**
 * Requests as no browser of ours makes them, for every endpoint that the API document names: wrong
 * media types, bodies of other types, odd numbers, bytes that are no text, parameters left out.
 */
public final class OddRequests {
  private static final String[] NUMBERS = {
    "0",
    "-1",
    "999999999",
    "9223372036854775807",
    "99999999999999999999",
    "abc",
    "NaN",
    "1e9",
    "%20",
    "%ff",
    "%00",
    "+1",
    "0x1"
  };
  private static final String[] VALUES = {
    "",
    "x",
    "-1",
    "NaN",
    "Infinity",
    "1e400",
    "-1e308",
    "9999999999999999999",
    "%ff",
    "%ff%fe",
    "%00",
    "%F0%9F%94%A7",
    "a,b,c",
    "null",
    "true",
    "'",
    "%3Cscript%3E"
  };
  private static final String[] BODIES = {
    "",
    "{}",
    "[]",
    "null",
    "7",
    "\"text\"",
    "{",
    "{\"a\":",
    "[[[[[[]]]]]]",
    "{\"text\":null}",
    "{\"text\":{}}",
    "{\"name\":[],\"password\":7}",
    "{\"full\":\"maybe\"}",
    "{\"link\":\"stored/x\"}",
    "{\"link\":\"log/99999999999999999999\"}",
    "{\"link\":\"daemon/127.0.0.1:99999/can0\"}",
    "{\"channels\":[null],\"name\":\"x\"}",
    "{\"seconds\":1e308,\"text\":\"x\"}",
    "{\"modules\":[null]}",
    "{\"choice\":\"off 99999999999\"}",
    "{\"unitId\":-1,\"complaint\":\"x\"}",
    "{\"state\":\"CASE\"}",
    "{\"to\":\"nobody\"}",
    "{\"check\":\"x\",\"outcome\":\"y\",\"reason\":\"z\",\"reading\":1e400}",
    "{\"guide\":\"x\",\"part\":\"\"}",
    "{\"what\":\"a\",\"to\":\"b\",\"reason\":\"c\"}",
    "{\"action\":\"key\",\"value\":\"sideways\"}",
    "{\"supplyVolts\":\"NaN\"}"
  };
  private static final String[] TYPES = {
    "application/json",
    "application/json",
    "application/json",
    "text/plain",
    "application/xml",
    "multipart/form-data",
    "multipart/form-data; boundary=x",
    "application/x-www-form-urlencoded",
    "application/octet-stream",
    "a/b",
    "application/json;charset=none-such",
    "*/*"
  };

  /**
   * One request.
   *
   * @param type of the body; the body is empty for none
   */
  public record Odd(String method, String path, String type, String body) {}

  private record Endpoint(String method, String path, List<String> parameters) {}

  private final List<Endpoint> endpoints = new ArrayList<>();
  private final Random random;
  private final long job;

  /**
   * @param document of the API
   * @param job that is there, so that what lies behind it is reached too
   */
  public OddRequests(JsonNode document, long job, long seed) {
    this.job = job;
    this.random = new Random(seed);
    document
        .path("paths")
        .properties()
        .forEach(
            p ->
                p.getValue()
                    .properties()
                    .forEach(
                        m -> {
                          List<String> names = new ArrayList<>();
                          m.getValue()
                              .path("parameters")
                              .forEach(
                                  q -> {
                                    if (q.path("in").asString().equals("query")) {
                                      names.add(q.path("name").asString());
                                    }
                                  });
                          endpoints.add(
                              new Endpoint(
                                  m.getKey().toUpperCase(java.util.Locale.ROOT),
                                  p.getKey(),
                                  names));
                        }));
    // Signing out and ending accounts would end the test itself.
    endpoints.removeIf(
        e ->
            e.path().endsWith("sign-out")
                || e.path().endsWith("/end")
                || e.path().endsWith("/password"));
  }

  /** How many endpoints there are. */
  public int endpoints() {
    return endpoints.size();
  }

  /** One for an endpoint, by its number. */
  public Odd next(int endpoint) {
    Endpoint e = endpoints.get(endpoint % endpoints.size());
    StringBuilder path = new StringBuilder();
    for (String step : e.path().split("/")) {
      if (step.isEmpty()) {
        continue;
      }
      path.append('/').append(step.startsWith("{") ? variable(step) : step);
    }
    char sign = '?';
    for (String name : e.parameters()) {
      if (random.nextInt(4) > 0) {
        path.append(sign).append(name).append('=').append(one(VALUES));
        sign = '&';
      }
    }
    if (random.nextInt(12) == 0) {
      path.append(sign).append("%ff=%ff");
    }
    boolean body = !e.method().equals("GET");
    String method =
        random.nextInt(25) == 0 ? one("PUT", "PATCH", "TRACE2", "DELETE", "POST") : e.method();
    return new Odd(method, path.toString(), one(TYPES), body ? one(BODIES) : "");
  }

  private String variable(String step) {
    if (step.equals("{job}") && random.nextInt(3) > 0) {
      return Long.toString(job);
    }
    return one(NUMBERS);
  }

  private String one(String... of) {
    return of[random.nextInt(of.length)];
  }
}
