package hitchlamp.server.stream;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.net.http.WebSocket;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Browsers that stop reading keep nobody else from his values. */
@ExtendWith(Installation.class)
class StalledBrowsersTest {
  private static final int STALLED = 30;
  private static final int VALUES = 150;

  /** Takes what it is sent for the first time, and nothing after that. */
  private static final class Stalls implements WebSocket.Listener {
    @Override
    public void onOpen(WebSocket socket) {
      // Asks for nothing, ever.
    }
  }

  @Test
  void thirtyOfThemHoldNobodyUp(Installation.Running running) throws Exception {
    Person p = Person.in(running, "Technician 1");
    long job = p.openJob("Tipper that thirty looked at");
    Topic topic = running.bean(Topics.class).job(job);
    List<WebSocket> stalled = new ArrayList<>();
    for (int i = 0; i < STALLED; i++) {
      stalled.add(p.listen("{\"subscribe\":\"job/" + job + "\"}", new Stalls()));
    }
    String large = "x".repeat(200_000);
    AtomicInteger told = new AtomicInteger();
    var teller = Executors.newSingleThreadScheduledExecutor();
    try (Person.Feed feed = p.feed(job, -1)) {
      teller.scheduleAtFixedRate(
          () -> topic.value("load", Map.of("n", told.incrementAndGet(), "text", large)),
          0,
          40,
          TimeUnit.MILLISECONDS);
      long longest = 0;
      long last = System.nanoTime();
      for (int i = 0; i < VALUES; i++) {
        feed.await("a value", c -> c.path("type").asString().equals("load"));
        longest = Math.max(longest, System.nanoTime() - last);
        last = System.nanoTime();
      }
      assertThat(longest / 1e6).as("longest time without a value, ms").isLessThan(5_000);
    } finally {
      teller.shutdownNow();
      stalled.forEach(WebSocket::abort);
    }
  }
}
