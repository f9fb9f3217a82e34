package hitchlamp.server.storage;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiskSpaceTest {
  private static final long GIGABYTE = 1024L * 1024 * 1024;

  @ParameterizedTest
  @CsvSource({
    "250, 100, ENOUGH",
    "250, 4, ENOUGH",
    "250, 2, LOW",
    "20, 2, ENOUGH",
    "20, 0.9, LOW",
    "20, 0.1, FULL",
    "1, 0.04, FULL"
  })
  void itIsSaidBeforeTheDiskIsFull(double totalGb, double freeGb, DiskSpace.State state) {
    DiskSpace.DiskView v = DiskSpace.of((long) (freeGb * GIGABYTE), (long) (totalGb * GIGABYTE));
    assertThat(v.state()).isEqualTo(state);
    assertThat(v.next().isEmpty())
        .as("a next step where there is something to do")
        .isEqualTo(state == DiskSpace.State.ENOUGH);
  }

  @Test
  void theRoomIsNamed() {
    assertThat(DiskSpace.of(200L * 1024 * 1024, 100 * GIGABYTE).says())
        .contains("200 MB of the disk are left")
        .contains("nearly full");
  }
}
