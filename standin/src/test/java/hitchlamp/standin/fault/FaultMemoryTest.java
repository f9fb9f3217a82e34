package hitchlamp.standin.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import org.junit.jupiter.api.Test;

class FaultMemoryTest {
  private final FaultMemory memory = new FaultMemory();

  private String told(boolean active) {
    return HexFormat.of().formatHex(memory.message(active));
  }

  private static Monitor of(int spn, int fmi, FaultMemory.Lamp lamp) {
    return new Monitor(spn, fmi, lamp, 1, 1, () -> true);
  }

  /**
   * Bytes by hand from J1939-73 version 4 (from memory): lamps, flash, then SPN low, SPN mid, SPN
   * high and FMI, count.
   */
  @Test
  void faultsAreToldInTheBytesOfTheStandard() {
    assertThat(told(true)).isEqualTo("00ff00000000ffff");
    memory.set(of(102, 4, FaultMemory.Lamp.WARNING), 10);
    assertThat(told(true)).isEqualTo("04ff66000401ffff");
    memory.set(of(524_287, 31, FaultMemory.Lamp.STOP), 10);
    assertThat(told(true)).isEqualTo("14ff66000401ffffff01");
    memory.heal(102, 4);
    assertThat(told(false)).isEqualTo("10ff66000401ffff");
    assertThat(told(true)).isEqualTo("10ffffffff01ffff");
  }

  @Test
  void eachNewOccurrenceCountsUpToTheCeiling() {
    for (int i = 0; i < 200; i++) {
      memory.set(of(102, 4, FaultMemory.Lamp.WARNING), i);
      memory.set(of(102, 4, FaultMemory.Lamp.WARNING), i);
      memory.heal(102, 4);
    }
    assertThat(memory.kept())
        .singleElement()
        .satisfies(
            k -> {
              assertThat(k.count()).isEqualTo(126);
              assertThat(k.lastHour()).isEqualTo(199);
              assertThat(k.active()).isFalse();
            });
  }

  @Test
  void anEarlierFaultIsForgottenAfterEnoughWarmUpsAnActiveOneNever() {
    memory.set(of(1, 2, FaultMemory.Lamp.NONE), 1);
    memory.set(of(3, 4, FaultMemory.Lamp.NONE), 1);
    memory.heal(1, 2);
    for (int i = 1; i < FaultMemory.FORGET_AFTER_WARM_UPS; i++) {
      memory.warmedUp();
    }
    assertThat(memory.kept()).hasSize(2);
    memory.warmedUp();
    assertThat(memory.kept()).extracting(FaultMemory.StoredFault::spn).containsExactly(3);
  }

  @Test
  void aMonitorSetsAndHealsOnlyAfterItsDebounce() {
    boolean[] bad = {true};
    Monitor monitor = new Monitor(102, 4, FaultMemory.Lamp.WARNING, 1.5, 3, () -> bad[0]);
    for (int i = 0; i < 14; i++) {
      monitor.step(0.1, 5, memory);
    }
    assertThat(memory.kept()).isEmpty();
    monitor.step(0.11, 5, memory);
    assertThat(memory.kept()).hasSize(1);
    bad[0] = false;
    for (int i = 0; i < 29; i++) {
      monitor.step(0.1, 5, memory);
    }
    assertThat(memory.kept().get(0).active()).isTrue();
    monitor.step(0.11, 5, memory);
    assertThat(memory.kept().get(0).active()).isFalse();
    long changes = memory.changes();
    bad[0] = true;
    monitor.step(1.4, 5, memory);
    bad[0] = false;
    monitor.step(0.1, 5, memory);
    bad[0] = true;
    monitor.step(1.4, 5, memory);
    assertThat(memory.changes()).as("a glitch starts the debounce anew").isEqualTo(changes);
  }

  @Test
  void theFirstAndTheLastTwoOccurrencesKeepTheirSnapshots() {
    byte[] occurrence = {0};
    Monitor m =
        new Monitor(102, 4, FaultMemory.Lamp.WARNING, 1, 1, () -> true)
            .freezing(() -> occurrence.clone());
    for (int i = 1; i <= 5; i++) {
      occurrence[0] = (byte) i;
      memory.set(m, 100 + i);
      memory.heal(102, 4);
    }
    FaultMemory.StoredFault k = memory.kept().get(0);
    assertThat(k.snapshots()).extracting(b -> (int) b[0]).containsExactly(1, 4, 5);
    assertThat(k.firstHour()).isEqualTo(101);
    assertThat(k.lastHour()).isEqualTo(105);
  }

  @Test
  void aPermanentFaultOutlivesAClearAndGoesAfterThreeGoodWarmUps() {
    Monitor m = new Monitor(2791, 7, FaultMemory.Lamp.MALFUNCTION, 1, 1, () -> true).emission();
    memory.set(m, 10);
    memory.heal(2791, 7);
    memory.clear(11);
    assertThat(memory.kept()).isEmpty();
    assertThat(memory.permanentMessage()).startsWith(0, 0xFF, (byte) 2791, 2791 >> 8);
    assertThat(memory.clearedHour()).isEqualTo(11);
  }

  @Test
  void aClearMakesMonitorsBeginAnew() {
    boolean[] bad = {true};
    Monitor m = new Monitor(102, 4, FaultMemory.Lamp.WARNING, 5, 5, () -> bad[0]);
    m.step(3, 1, memory);
    assertThat(memory.pendingMessage(false)).as("it ripens").startsWith(0, 0xFF, 102);
    m.step(3, 1, memory);
    assertThat(memory.kept()).hasSize(1);
    memory.clear(1);
    m.step(3, 1, memory);
    assertThat(memory.kept()).isEmpty();
    m.step(3, 1, memory);
    assertThat(memory.kept()).as("it is still there").hasSize(1);
  }

  private String hex(byte[] data) {
    return HexFormat.of().formatHex(data);
  }

  /** Bytes by hand from J1939-73 (from memory). */
  @Test
  void countsAndLampsByFaultAreToldInTheBytesOfTheStandard() {
    assertThat(hex(memory.counts())).isEqualTo("0000000000");
    assertThat(hex(memory.lampsByFault())).isEqualTo("0000000000ff");
    memory.set(of(102, 4, FaultMemory.Lamp.WARNING).emission(), 10);
    memory.set(of(103, 4, FaultMemory.Lamp.STOP), 10);
    memory.heal(103, 4);
    memory.ripens(of(104, 4, FaultMemory.Lamp.STOP));
    assertThat(hex(memory.counts())).isEqualTo("0001010001");
    assertThat(hex(memory.lampsByFault())).isEqualTo("6600040104ff" + "6700040100ff");
  }

  @Test
  void oneFaultIsClearedAloneFromTheListInWhichItStands() {
    memory.set(of(102, 4, FaultMemory.Lamp.WARNING), 10);
    memory.set(of(103, 4, FaultMemory.Lamp.WARNING), 10);
    memory.heal(103, 4);
    assertThat(memory.clearOne(102, 4, false)).isEqualTo(FaultMemory.OneCleared.ELSEWHERE);
    assertThat(memory.clearOne(104, 4, true)).isEqualTo(FaultMemory.OneCleared.UNKNOWN);
    assertThat(memory.clearOne(103, 4, false)).isEqualTo(FaultMemory.OneCleared.DONE);
    assertThat(memory.kept()).extracting(FaultMemory.StoredFault::spn).containsExactly(102);
    assertThat(memory.clearOne(102, 4)).as("by service, wherever it stands").isTrue();
    assertThat(memory.clearOne(102, 4)).isFalse();
    assertThat(memory.clearedHour()).as("no clear of all").isNaN();
  }

  @Test
  void whatFailsAtThisMomentIsToldBeforeItIsConfirmed() {
    assertThat(hex(memory.failing(java.util.List.of(of(102, 4, FaultMemory.Lamp.STOP)))))
        .isEqualTo("00ff66000400ffff");
  }

  @Test
  void timesOfDevicesRunWhileTheyAreAtWork() {
    boolean[] on = {true};
    AuxiliaryTimers timers = new AuxiliaryTimers(java.util.List.of(() -> on[0]), 1_000);
    timers.step(3_600);
    on[0] = false;
    timers.step(3_600);
    assertThat(hex(timers.told())).isEqualTo("01" + "24040000" + "ffffffff");
  }
}
