package hitchlamp.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import io.github.bucket4j.BlockingStrategy;
import io.github.bucket4j.TimeMeter;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Guessing is slowed down, and nobody is kept out by somebody else's guessing. */
@ExtendWith(Installation.class)
class SignInThrottleTest {
  /** Time that stands still until somebody waits. */
  private static final class Simulated implements TimeMeter, BlockingStrategy {
    private final AtomicLong nanos = new AtomicLong();

    @Override
    public long currentTimeNanos() {
      return nanos.get();
    }

    @Override
    public boolean isWallClockBased() {
      return false;
    }

    @Override
    public void park(long wait) {
      nanos.addAndGet(wait);
    }
  }

  @Test
  void triesBeyondTheFirstOnesComeAtTheirPace() {
    Simulated time = new Simulated();
    SignInThrottle throttle = new SignInThrottle(time, time);
    int looked = 0;
    while (time.currentTimeNanos() < Duration.ofHours(1).toNanos()) {
      looked += throttle.take("7", "10.0.0." + looked % 200).isZero() ? 1 : 0;
    }
    assertThat(looked)
        .as("passwords for one account in an hour, from two hundred sources")
        .isBetween(850, 907);
  }

  @Test
  void theRightPasswordGetsInAfterAWaitHoweverManyWrongOnesWereTried() {
    Simulated time = new Simulated();
    SignInThrottle throttle = new SignInThrottle(time, time);
    for (int i = 0; i < 500; i++) {
      throttle.take("7", "10.0.0.9");
    }
    long before = time.currentTimeNanos();
    assertThat(throttle.take("7", "10.0.0.1")).isZero();
    assertThat(Duration.ofNanos(time.currentTimeNanos() - before))
        .isLessThanOrEqualTo(SignInThrottle.LONGEST_WAIT);
  }

  @Test
  void oneSourceThatTriesAllNamesIsSlowedDownToo() {
    Simulated time = new Simulated();
    SignInThrottle throttle = new SignInThrottle(time, time);
    for (int i = 0; i < 400; i++) {
      throttle.take("named " + i, "10.0.0.9");
    }
    assertThat(time.currentTimeNanos()).isGreaterThan(Duration.ofSeconds(350).toNanos());
  }

  @Test
  void aRightPasswordGivesTheTriesBack() {
    Simulated time = new Simulated();
    SignInThrottle throttle = new SignInThrottle(time, time);
    for (int i = 0; i < 1_000; i++) {
      assertThat(throttle.take("7", "10.0.0.1")).isZero();
      throttle.succeeded("7", "10.0.0.1");
    }
    assertThat(time.currentTimeNanos()).isZero();
  }

  private static int statusOf(Person p, String name, String password) {
    return p.post("/api/account/sign-in", Map.of("name", name, "password", password)).status();
  }

  @Test
  void sixtyWrongTriesAtOnceAreNotAllLookedAtHoweverTheNameIsSpelled(Installation.Running running)
      throws Exception {
    Person manager = Person.in(running, "Manager");
    manager.must(
        "POST",
        "/api/account",
        Map.of("name", "Targét", "password", "a long enough one", "role", "TECHNICIAN"));
    Person colleague = new Person(running.url());
    assertThat(statusOf(colleague, "Targét", "a long enough one")).isEqualTo(200);
    String[] spelled = {"Targét", "target", "TARGET ", "tärget", "Targêt  ", "tArGeT"};
    var threads = Executors.newFixedThreadPool(60);
    List<Future<Integer>> tries = new ArrayList<>();
    long began = System.nanoTime();
    try {
      for (int i = 0; i < 60; i++) {
        String name = spelled[i % spelled.length];
        Callable<Integer> one = () -> statusOf(new Person(running.url()), name, "wrong, wrong");
        tries.add(threads.submit(one));
      }
      int looked = 0;
      for (Future<Integer> t : tries) {
        looked += t.get() == 401 ? 1 : 0;
      }
      double seconds = (System.nanoTime() - began) / 1e9;
      assertThat(looked)
          .as("passwords that were looked at in %.1f s", seconds)
          .isLessThanOrEqualTo(
              SignInThrottle.TRIES + (int) (seconds / SignInThrottle.PER_TRY.toSeconds()) + 1);
      assertThat(statusOf(colleague, "Targét", "a long enough one"))
          .as("the browser that is known gets in at once")
          .isEqualTo(200);
    } finally {
      threads.shutdown();
    }
  }
}
