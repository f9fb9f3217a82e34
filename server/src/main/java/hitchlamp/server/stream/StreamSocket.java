package hitchlamp.server.stream;

import hitchlamp.server.account.Sessions;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.SynchronousQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.adapter.NativeWebSocketSession;
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

  /** Browsers that can look on at once. */
  static final int MOST_CLIENTS = 400;

  /** A browser that takes nothing for so long is cut off; it comes back by itself. */
  static final long LONGEST_SEND_MILLIS = 5_000;

  private static final String SEND_TIMEOUT = "org.apache.tomcat.websocket.BLOCKING_SEND_TIMEOUT";
  private static final int MOST_SUBSCRIPTIONS = 16;
  private static final long MERGE_MILLIS = 20;
  private static final long MERGE_NANOS = 18_000_000;

  private final Topics topics;
  private final JsonMapper json;
  private final ApplicationEventPublisher heartbeats;
  private final Map<String, Client> clients = new ConcurrentHashMap<>();
  private final ScheduledExecutorService merger =
      Executors.newSingleThreadScheduledExecutor(r -> daemon(r, "stream merger"));

  /**
   * One thread at most for each client that is being sent to: one that does not read keeps nobody
   * but itself.
   */
  private final ThreadPoolExecutor senders =
      new ThreadPoolExecutor(
          0,
          // One that sends and one that closes.
          2 * MOST_CLIENTS,
          30,
          TimeUnit.SECONDS,
          new SynchronousQueue<>(),
          r -> daemon(r, "stream sender"));

  /** A browser looks on at a job, in whose name. */
  public record Heartbeat(long job, String name) {}

  StreamSocket(Topics topics, JsonMapper json, ApplicationEventPublisher heartbeats) {
    this.heartbeats = heartbeats;
    this.topics = topics;
    this.json = json;
    merger.scheduleWithFixedDelay(
        () -> clients.values().forEach(Client::send),
        MERGE_MILLIS,
        MERGE_MILLIS,
        TimeUnit.MILLISECONDS);
  }

  private static Thread daemon(Runnable r, String name) {
    Thread t = new Thread(r, name);
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
    final AtomicBoolean sending = new AtomicBoolean();
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
        send();
      }
    }

    /** Has what waits sent by a thread of its own, unless one is at it. */
    void send() {
      boolean nothing;
      synchronized (events) {
        nothing = events.isEmpty() && values.isEmpty();
      }
      if (nothing || !sending.compareAndSet(false, true)) {
        return;
      }
      try {
        senders.execute(
            () -> {
              try {
                flush();
              } finally {
                sending.set(false);
              }
            });
      } catch (RejectedExecutionException e) {
        // All threads are taken for a moment; the merger comes again.
        sending.set(false);
      }
    }

    private void flush() {
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

    /** Cuts it off; whoever says so does not wait for its socket. */
    void close(CloseStatus status) {
      synchronized (events) {
        events.clear();
        values.clear();
      }
      try {
        senders.execute(
            () -> {
              try {
                session.close(status);
              } catch (IOException | IllegalStateException e) {
                // It is gone either way.
              }
            });
      } catch (RejectedExecutionException e) {
        // Its next message finds it closed, or closes it.
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
    if (session instanceof NativeWebSocketSession ws
        && ws.getNativeSession() instanceof jakarta.websocket.Session tomcats) {
      tomcats.getUserProperties().put(SEND_TIMEOUT, LONGEST_SEND_MILLIS);
    }
    Client client = new Client(session);
    if (clients.size() >= MOST_CLIENTS) {
      client.close(CloseStatus.SERVICE_OVERLOAD);
      return;
    }
    clients.put(session.getId(), client);
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
      heartbeats.publishEvent(
          new Heartbeat(
              alive, session.getPrincipal() == null ? "" : session.getPrincipal().getName()));
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
