package hitchlamp.standin.serve;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import hitchlamp.yaml.YamlFault;
import java.io.IOException;
import java.net.BindException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Serves simulated units: each has a TCP port with its bus, another that speaks as a serial adapter
 * does (a pseudo-terminal is laid to it by {@code socat}), and all share an HTTP port with their
 * cabs.
 *
 * <ul>
 *   <li>{@code GET /units}: the list with ports
 *   <li>{@code GET /units/ID}: what the cab shows
 *   <li>{@code POST /units/ID} with {@code {"action": …, "value": …}}: what a person does: key,
 *       pedal, plug, pace; pulls, bridges and wiggles plugs of the harness
 *   <li>{@code GET /units/ID/points}: where a meter can be put
 *   <li>{@code GET /units/ID/meter?red=…&black=…&quantity=volts}: what it shows; {@code ohms} with
 *       the key off
 * </ul>
 */
public final class StandIn implements AutoCloseable {
  /** A unit's port as by a serial adapter lies so far behind its other one. */
  private static final int ADAPTERS = 500;

  private final Pump pump;
  private final Thread thread;
  private final HttpServer http;
  private final ExecutorService httpThreads = Executors.newFixedThreadPool(2);
  private final JsonMapper json = JsonMapper.builder().build();

  private StandIn(Pump pump, HttpServer http) {
    this.pump = pump;
    this.http = http;
    this.thread = new Thread(pump, "simulated units");
  }

  /**
   * Starts serving.
   *
   * @param firstPort TCP port of the first unit, the others follow; 0 takes free ones
   * @param cabPort HTTP port; 0 takes a free one
   * @param factor virtual seconds per second, 1 to 60
   */
  public static StandIn start(
      InetAddress host, int firstPort, int cabPort, double factor, List<Scenario> scenarios)
      throws IOException {
    Pump pump = new Pump();
    int port = firstPort;
    // Each unit lives through its own past, which takes most of the time of a start.
    for (SimUnit unit : scenarios.parallelStream().map(SimUnit::new).toList()) {
      UnitHost berth = pump.open(host, port, p -> new UnitHost(unit, p, factor));
      pump.openAdapter(host, port == 0 ? 0 : port + ADAPTERS, berth);
      port = port == 0 ? 0 : port + 1;
    }
    HttpServer http = HttpServer.create(new InetSocketAddress(host, cabPort), 16);
    StandIn server = new StandIn(pump, http);
    http.createContext("/units", server::handle);
    http.setExecutor(server.httpThreads);
    server.thread.start();
    http.start();
    return server;
  }

  /** TCP port of the n-th unit. */
  public int port(int unit) {
    return pump.berths().get(unit).port();
  }

  /** TCP port at which the n-th unit is reached as by a serial adapter. */
  public int adapterPort(int unit) {
    return pump.berths().get(unit).adapterPort();
  }

  /** HTTP port of the cabs. */
  public int cabPort() {
    return http.getAddress().getPort();
  }

  private void handle(HttpExchange exchange) throws IOException {
    try (exchange) {
      int status = 200;
      Object answer;
      try {
        answer = answer(exchange);
      } catch (IllegalArgumentException e) {
        status = 400;
        answer = Map.of("error", String.valueOf(e.getMessage()));
      } catch (java.util.NoSuchElementException e) {
        status = 404;
        answer = Map.of("error", "there is no such unit");
      } catch (InterruptedException | ExecutionException | TimeoutException e) {
        status = 500;
        answer = Map.of("error", String.valueOf(e.getMessage()));
      }
      byte[] body = json.writeValueAsBytes(answer);
      exchange.getResponseHeaders().set("Content-Type", "application/json");
      exchange.sendResponseHeaders(status, body.length);
      exchange.getResponseBody().write(body);
    }
  }

  private Object answer(HttpExchange exchange)
      throws IOException, InterruptedException, ExecutionException, TimeoutException {
    String[] path = exchange.getRequestURI().getPath().split("/");
    if (path.length < 3) {
      return pump.ask(this::list).get(5, TimeUnit.SECONDS);
    }
    UnitHost berth =
        pump.berths().stream()
            .filter(b -> b.unit().scenario().id().equals(path[2]))
            .findFirst()
            .orElseThrow();
    if (exchange.getRequestMethod().equals("POST")) {
      JsonNode body;
      try {
        body = json.readTree(exchange.getRequestBody().readNBytes(4096));
      } catch (tools.jackson.core.JacksonException e) {
        throw new IllegalArgumentException("the body is no JSON", e);
      }
      String action = body.path("action").asString("");
      String value = body.path("value").asString("");
      return asked(
          () -> {
            berth.act(action, value);
            return berth.cab();
          });
    }
    if (path.length > 3 && path[3].equals("points")) {
      return pump.ask(berth::points).get(5, TimeUnit.SECONDS);
    }
    if (path.length > 3 && path[3].equals("meter")) {
      Map<String, String> query = query(exchange);
      return asked(
          () ->
              berth.meter(
                  query.getOrDefault("red", ""),
                  query.getOrDefault("black", ""),
                  query.getOrDefault("quantity", "")));
    }
    return pump.ask(berth::cab).get(5, TimeUnit.SECONDS);
  }

  /** Asks in the simulation's thread; what was asked wrongly comes out as such. */
  private <T> T asked(Callable<T> what)
      throws InterruptedException, ExecutionException, TimeoutException {
    try {
      return pump.ask(what).get(5, TimeUnit.SECONDS);
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IllegalArgumentException bad) {
        throw bad;
      }
      throw e;
    }
  }

  private static Map<String, String> query(HttpExchange exchange) {
    Map<String, String> by = new LinkedHashMap<>();
    String text = exchange.getRequestURI().getRawQuery();
    for (String pair : text == null ? new String[0] : text.split("&")) {
      int is = pair.indexOf('=');
      if (is > 0) {
        by.put(
            pair.substring(0, is),
            URLDecoder.decode(pair.substring(is + 1), StandardCharsets.UTF_8));
      }
    }
    return by;
  }

  private List<Map<String, Object>> list() {
    List<Map<String, Object>> units = new ArrayList<>();
    for (UnitHost b : pump.berths()) {
      Map<String, Object> unit = new LinkedHashMap<>();
      unit.put("id", b.unit().scenario().id());
      unit.put("title", b.unit().scenario().title());
      unit.put("port", b.port());
      unit.put("buses", UnitHost.buses());
      unit.put("backbone", b.backboneName());
      unit.put("factor", b.factor());
      unit.put("adapter", b.adapterPort());
      unit.put("disturbed", b.disturbed());
      units.add(unit);
    }
    return units;
  }

  @Override
  public void close() {
    http.stop(0);
    httpThreads.shutdownNow();
    pump.stop();
    try {
      thread.join(5_000);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** {@code standin HOST FIRST_PORT CAB_PORT FACTOR SCENARIO…} until it is ended. */
  public static void main(String[] args) throws Exception {
    if (args.length < 5) {
      System.err.println("standin HOST FIRST_PORT CAB_PORT FACTOR SCENARIO…");
      System.exit(2);
    }
    List<Scenario> scenarios = new ArrayList<>();
    try {
      for (int i = 4; i < args.length; i++) {
        scenarios.add(Scenario.read(Path.of(args[i])));
      }
    } catch (YamlFault e) {
      System.err.println(e.getMessage());
      System.exit(2);
    }
    try {
      start(
          InetAddress.getByName(args[0]),
          Integer.parseInt(args[1]),
          Integer.parseInt(args[2]),
          Double.parseDouble(args[3]),
          scenarios);
      System.out.println(scenarios.size() + " simulated units are served");
    } catch (BindException e) {
      System.err.println(
          "A port of "
              + args[1]
              + " and following, or "
              + args[2]
              + ", is taken. End what uses it or choose others.");
      System.exit(3);
    }
  }
}
