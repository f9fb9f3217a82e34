package hitchlamp.server.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** How many units may be hooked up at once: as many as memory holds. */
class HookUpsAtOnceTest {
  private static final long MB = 1L << 20;

  @Test
  void theStartCommandsGigabyteHoldsAHundredAndMoreMemoryHoldsMore() {
    assertThat(HookUps.most(1024 * MB)).isBetween(100, 120);
    assertThat(HookUps.most(1536 * MB)).isBetween(150, 200);
  }

  @Test
  void littleMemoryHoldsAFewAndMuchHoldsNoMoreThanTheBound() {
    for (long mb = 0; mb < 16_000; mb += 16) {
      assertThat(HookUps.most(mb * MB))
          .isBetween(1, HookUps.MOST)
          .isGreaterThanOrEqualTo(HookUps.most(mb * MB - 16 * MB));
    }
    assertThat(HookUps.most(Long.MAX_VALUE)).as("no bound was given").isEqualTo(HookUps.MOST);
  }
}
