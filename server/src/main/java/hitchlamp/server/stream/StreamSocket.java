package hitchlamp.server.stream;

import hitchlamp.server.account.Sessions;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;
import org.springframework.web.socket.handler.TextWebSocketHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * One WebSocket per tab. The tab subscribes with {@code {"subscribe": topic, "after": seq}} and
 * gets a snapshot or what it missed, then changes. Values are merged to at most 50 a second; events
 * are never dropped, but a client that lets more than {@link #MOST_WAITING} wait is cut off and
 * resumes.
 */
@Component
public class StreamSocket extends TextWebSocketHandler {
  /** Events that may wait for one client. */
  static final int MOST_WAITING = 2_000;

  private static final int MOST_SUBSCRIPTIONS = 16;
  private static final long MERGE_MILLIS = 20;
  private static final long MERGE_NANOS = 18_000_000;

  private final Topics topics;
  private final JsonMapper json;
  private final ApplicationEventPublisher heartbeats;
  private final Map<String, Client> clients = new ConcurrentHashMap<>();
  private final ScheduledExecutorService sender =
      Executors.newScheduledThreadPool(2, r -> daemon(r));

  /** A browser looks on at a job. */
  public record Heartbeat(long job) {}

  StreamSocket(Topics topics, JsonMapper json, ApplicationEventPublisher heartbeats) {
    this.heartbeats = heartbeats;
    this.topics = topics;
    this.json = json;
    sender.scheduleWithFixedDelay(
        () -> clients.values().forEach(Client::flush),
        MERGE_MILLIS,
        MERGE_MILLIS,
        TimeUnit.MILLISECONDS);
  }

  private static Thread daemon(Runnable r) {
    Thread t = new Thread(r, "stream sender");
    t.setDaemon(true);
    return t;
  }

  @Configuration
  @EnableWebSocket
  static class Config implements WebSocketConfigurer {
    private final StreamSocket socket;

    Config(StreamSocket socket) {
      this.socket = socket;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
      registry.addHandler(socket, "/api/stream");
    }
  }

  private final class Client {
    final WebSocketSession session;
    final Map<String, Consumer<Topic.Change>> subscriptions = new LinkedHashMap<>();
    final Deque<Topic.Change> events = new ArrayDeque<>();
    final Map<String, Topic.Change> values = new LinkedHashMap<>();
    volatile long flushedNanos;

    Client(WebSocketSession session) {
      this.session = session;
    }

    void take(Topic.Change change) {
      boolean over;
      synchronized (events) {
        if (change.value()) {
          values.put(change.topic() + " " + change.type(), change);
        } else {
          events.addLast(change);
        }
        over = events.size() > MOST_WAITING;
      }
      if (over) {
        close(CloseStatus.SESSION_NOT_RELIABLE);
      } else if (!change.value() || System.nanoTime() - flushedNanos > MERGE_NANOS) {
        // A value that comes alone goes at once; only those that follow it closely are merged.
        sender.execute(this::flush);
      }
    }

    void flush() {
      synchronized (session) {
        while (session.isOpen()) {
          Topic.Change next;
          synchronized (events) {
            next = events.pollFirst();
            if (next == null && !values.isEmpty()) {
              next = values.remove(values.keySet().iterator().next());
            }
          }
          if (next == null) {
            return;
          }
          flushedNanos = next.value() ? System.nanoTime() : flushedNanos;
          try {
            session.sendMessage(new TextMessage(json.writeValueAsString(next)));
          } catch (IOException | IllegalStateException e) {
            close(CloseStatus.SESSION_NOT_RELIABLE);
          }
        }
      }
    }

    void close(CloseStatus status) {
      try {
        session.close(status);
      } catch (IOException e) {
        // It is gone either way.
      }
    }
  }

  /** Somebody's sessions have ended: he looks on no more. */
  @EventListener
  void ended(Sessions.Ended who) {
    clients.values().stream()
        .filter(
            c ->
                c.session.getPrincipal() != null
                    && c.session.getPrincipal().getName().equals(who.name()))
        .forEach(c -> c.close(CloseStatus.POLICY_VIOLATION));
  }

  @Override
  public void afterConnectionEstablished(WebSocketSession session) {
    clients.put(session.getId(), new Client(session));
  }

  @Override
  protected void handleTextMessage(WebSocketSession session, TextMessage message) {
    Client client = clients.get(session.getId());
    if (client == null) {
      return;
    }
    JsonNode wish;
    try {
      wish = json.readTree(message.getPayload());
    } catch (JacksonException e) {
      client.close(CloseStatus.BAD_DATA);
      return;
    }
    String topic = wish.path("subscribe").asString("");
    String leave = wish.path("leave").asString("");
    long alive = wish.path("alive").asLong(0);
    if (alive > 0) {
      heartbeats.publishEvent(new Heartbeat(alive));
    }
    synchronized (client.subscriptions) {
      if (!leave.isEmpty()) {
        Consumer<Topic.Change> gone = client.subscriptions.remove(leave);
        if (gone != null) {
          topics.of(leave).leave(gone);
        }
      } else if (topic.matches("job/\\d{1,12}(/watch)?")
          && client.subscriptions.size() < MOST_SUBSCRIPTIONS
          && !client.subscriptions.containsKey(topic)) {
        Consumer<Topic.Change> listener = client::take;
        client.subscriptions.put(topic, listener);
        topics.of(topic).subscribe(wish.path("after").asLong(-1), listener).forEach(client::take);
      }
    }
  }

  @Override
  public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
    Client client = clients.remove(session.getId());
    if (client != null) {
      synchronized (client.subscriptions) {
        client.subscriptions.forEach((topic, listener) -> topics.of(topic).leave(listener));
      }
    }
  }
}
