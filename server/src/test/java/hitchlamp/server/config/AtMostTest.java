package hitchlamp.server.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class AtMostTest {
  @Test
  void neverMoreAtOnceAndEverybodyComesToHisTurn() throws Exception {
    AtMost three = new AtMost(3);
    AtomicInteger now = new AtomicInteger();
    AtomicInteger most = new AtomicInteger();
    var threads = Executors.newFixedThreadPool(20);
    List<Future<Integer>> all = new ArrayList<>();
    try {
      for (int i = 0; i < 200; i++) {
        int n = i;
        all.add(
            threads.submit(
                () ->
                    three.run(
                        () -> {
                          most.accumulateAndGet(now.incrementAndGet(), Math::max);
                          Thread.yield();
                          now.decrementAndGet();
                          return n;
                        })));
      }
      for (int i = 0; i < 200; i++) {
        assertThat(all.get(i).get()).isEqualTo(i);
      }
    } finally {
      threads.shutdown();
    }
    assertThat(most.get()).isBetween(1, 3);
  }

  @Test
  void aTurnThatFailsIsGivenBack() {
    AtMost one = new AtMost(1);
    for (int i = 0; i < 5; i++) {
      assertThatThrownBy(
              () ->
                  one.run(
                      () -> {
                        throw new IllegalStateException("no");
                      }))
          .hasMessage("no");
    }
    assertThat(one.<String, RuntimeException>run(() -> "yes")).isEqualTo("yes");
  }
}
