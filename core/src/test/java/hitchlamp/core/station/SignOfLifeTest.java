package hitchlamp.core.station;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * What keeps a session: often enough, and never into a request of ours that is not answered yet.
 */
class SignOfLifeTest {
  private static final long SECOND = 1_000_000;
  private static final int MODULE = 85;

  private final List<Integer> sentTo = new ArrayList<>();
  private boolean asking;

  private final Holds holds =
      new Holds(
          new Holds.Beside() {
            @Override
            public void send(int module, byte[] request) {
              sentTo.add(module);
            }

            @Override
            public boolean asking(int module) {
              return asking;
            }

            @Override
            public void release(int module, byte[] request, Conversations.Released done) {}

            @Override
            public void withdraw(Object owner, int module) {}

            @Override
            public void free(int module) {}

            @Override
            public void refuse(int module) {}

            @Override
            public void tell(Object owner, Event event) {}

            @Override
            public void changed() {}
          });

  @BeforeEach
  void aSessionIsOpen() {
    holds.take(SessionHold.of("s", "a test", "End it", 0, MODULE), null, 0);
  }

  private void tick(long from, long to) {
    for (long t = from; t <= to; t += 5_000) {
      holds.tick(t);
    }
  }

  @Test
  void itIsSentAgainAndAgain() {
    tick(0, 10 * SECOND);
    assertThat(sentTo).hasSizeBetween(4, 5).containsOnly(MODULE);
  }

  @Test
  void itWaitsForTheAnswerToARequestAndComesRightAfterIt() {
    asking = true;
    tick(0, 4 * SECOND);
    assertThat(sentTo).isEmpty();
    asking = false;
    tick(4 * SECOND, 4 * SECOND + 40_000);
    assertThat(sentTo).containsExactly(MODULE);
  }
}
