package hitchlamp.server.hookup;

import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.config.Settings;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The cabs of simulated units. Knows only what a person in the cab sees and does. */
@Component
class Cabs {
  private final String address;
  private final JsonMapper json;
  private final HttpClient http =
      HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build();

  Cabs(Settings settings, JsonMapper json) {
    this.address = settings.cabs() == null ? "" : settings.cabs();
    this.json = json;
  }

  /** Simulated units as links; none where there are none or they do not answer. */
  List<LinkChoice> links() {
    List<LinkChoice> links = new ArrayList<>();
    if (address.isEmpty()) {
      return links;
    }
    String host = URI.create(address).getHost();
    for (JsonNode unit : call("GET", "/units", null)) {
      List<String> buses = new ArrayList<>();
      unit.path("buses").forEach(b -> buses.add(b.asString()));
      String id = unit.path("id").asString();
      links.add(
          new LinkChoice(
              "sim/" + id,
              LinkChoice.Kind.SIMULATED,
              unit.path("title").asString(),
              buses,
              unit.path("backbone").asString(""),
              host,
              unit.path("port").asInt(),
              unit.path("factor").asDouble(1),
              LinkAble.of(LinkCapabilities.raw(unit.path("factor").asDouble(1)))));
    }
    return links;
  }

  JsonNode cab(String unit) {
    return call("GET", "/units/" + name(unit), null);
  }

  JsonNode act(String unit, String action, String value) {
    return call(
        "POST",
        "/units/" + name(unit),
        json.writeValueAsString(Map.of("action", action, "value", value)));
  }

  /** Points of the harness that a meter can be put on, and plugs that can be pulled. */
  JsonNode points(String unit) {
    return call("GET", "/units/" + name(unit) + "/points", null);
  }

  /** What a meter shows between two points. */
  JsonNode meter(String unit, String red, String black, String quantity) {
    return call(
        "GET",
        "/units/"
            + name(unit)
            + "/meter?red="
            + encoded(red)
            + "&black="
            + encoded(black)
            + "&quantity="
            + encoded(quantity),
        null);
  }

  private static String encoded(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8);
  }

  private static String name(String unit) {
    if (!unit.matches("[A-Za-z0-9_-]{1,60}")) {
      throw Refusal.missing(HookupWords.say("simulated-unit"));
    }
    return unit;
  }

  private JsonNode call(String method, String path, String body) {
    if (address.isEmpty()) {
      throw Refusal.missing(HookupWords.say("simulated-unit"));
    }
    try {
      HttpRequest.BodyPublisher content =
          body == null
              ? HttpRequest.BodyPublishers.noBody()
              : HttpRequest.BodyPublishers.ofString(body);
      HttpRequest request =
          HttpRequest.newBuilder(URI.create(address + path))
              .timeout(Duration.ofSeconds(5))
              .method(method, content)
              .build();
      HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
      JsonNode node = json.readTree(answer.body());
      if (answer.statusCode() >= 400) {
        throw Refusal.bad(
            HookupWords.say("the-simulated-unit-refused", node.path("error").asString()),
            HookupWords.say("choose-another-value"));
      }
      return node;
    } catch (IOException e) {
      throw new Refusal(
          HttpStatus.BAD_GATEWAY,
          HookupWords.say("the-simulated-units-do-not-answer"),
          HookupWords.say("run-hitch-lamp-status-then-hitch"));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Refusal(
          HttpStatus.SERVICE_UNAVAILABLE,
          HookupWords.say("hitch-lamp-is-shutting-down"),
          "Wait a moment.");
    }
  }
}
