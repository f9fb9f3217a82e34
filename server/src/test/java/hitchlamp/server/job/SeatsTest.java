package hitchlamp.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.stream.Topics;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import org.springframework.context.ApplicationEventPublisher;

class SeatsTest {
  private static final Instant NOW = Instant.parse("2026-11-23T12:00:00Z");
  private static final Account TECHNICIAN = new Account(7, "Technician 7", "", Role.TECHNICIAN);
  private final Seats.SeatMapper mapper = mock(Seats.SeatMapper.class);
  private final Clock clock = mock(Clock.class);
  private final Outbox outbox = mock(Outbox.class);
  private final Outbox.Lane lane = mock(Outbox.Lane.class);
  private final ApplicationEventPublisher events = mock(ApplicationEventPublisher.class);
  private Seats seats;

  @BeforeEach
  void itIsNoon() {
    when(clock.instant()).thenReturn(NOW);
    when(outbox.lane(any())).thenReturn(lane);
    seats =
        new Seats(
            mapper,
            mock(Logbook.class),
            mock(Topics.class, Mockito.RETURNS_DEEP_STUBS),
            clock,
            outbox,
            events);
  }

  private void heldByAnother(int minutesSinceUse) {
    LocalDateTime used = LocalDateTime.ofInstant(NOW, ZoneOffset.UTC).minusMinutes(minutesSinceUse);
    when(mapper.all())
        .thenReturn(
            List.of(new Seats.SeatMapper.Row(1, 3, "Technician 3", used.minusHours(1), used)));
  }

  @Test
  void aSeatThatIsUsedIsItsHoldersAfterAStartToo() {
    heldByAnother(29);
    assertThat(seats.at(1).holder()).isEqualTo("Technician 3");
    assertThatThrownBy(() -> seats.notAnothers(1, TECHNICIAN))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("Technician 3");
  }

  @Test
  void aSeatThatNobodyUsesIsGivenUpByItself() {
    heldByAnother(31);
    assertThat(seats.at(1).holder()).isNull();
    seats.notAnothers(1, TECHNICIAN);
    seats.take(1, 2, TECHNICIAN);
    verify(lane).put(new Seats.SeatChanged(1, 2, 7L, NOW, "Technician 7 took the seat.", 7));
  }

  @Test
  void thirtyMinutesOfCommandingKeepTheSeat() {
    seats.take(1, 2, TECHNICIAN);
    for (int minute = 0; minute <= 120; minute += 20) {
      when(clock.instant()).thenReturn(NOW.plusSeconds(60L * minute));
      seats.mine(1, TECHNICIAN);
    }
    when(clock.instant()).thenReturn(NOW.plusSeconds(60L * 151));
    assertThatThrownBy(() -> seats.mine(1, TECHNICIAN)).isInstanceOf(Refusal.class);
  }

  @Test
  void aTechnicianCannotTakeItFromAnotherAndAManagerCan() {
    heldByAnother(1);
    assertThatThrownBy(() -> seats.take(1, 2, TECHNICIAN))
        .hasMessageContaining("belongs to Technician 3");
    verify(lane, never()).put(any());
    seats.take(1, 2, new Account(8, "Manager", "", Role.MANAGER));
    assertThat(seats.at(1).holder()).isEqualTo("Manager");
    assertThatThrownBy(() -> seats.mine(1, new Account(3, "Technician 3", "", Role.TECHNICIAN)))
        .isInstanceOf(Refusal.class);
  }

  @Test
  void ofManyWhoTakeItAtOnceOneIsToldThatItIsHis() throws Exception {
    int people = 8;
    var threads = Executors.newFixedThreadPool(people);
    try {
      for (long unit = 0; unit < 300; unit++) {
        long at = unit;
        CyclicBarrier together = new CyclicBarrier(people);
        List<Future<Boolean>> told = new ArrayList<>();
        for (int i = 0; i < people; i++) {
          Account who = new Account(i, "Technician " + i, "", Role.TECHNICIAN);
          told.add(
              threads.submit(
                  () -> {
                    together.await();
                    try {
                      return seats.take(at, 2, who).holder().equals(who.name());
                    } catch (Refusal refused) {
                      return false;
                    }
                  }));
        }
        int his = 0;
        for (Future<Boolean> t : told) {
          his += t.get() ? 1 : 0;
        }
        assertThat(his).as("told that the seat is theirs, unit %d", unit).isEqualTo(1);
      }
    } finally {
      threads.shutdown();
    }
  }

  @Test
  void whoeverLosesTheSeatLetsGoFirst() {
    heldByAnother(1);
    Account manager = new Account(9, "Manager", "", Role.MANAGER);
    seats.take(1, 2, manager);
    verify(events).publishEvent(new LetGoFirst(1));
    Mockito.clearInvocations(events);
    seats.take(1, 2, manager);
    verify(events, Mockito.never()).publishEvent(any());
    seats.handOver(1, 2, manager, TECHNICIAN);
    verify(events).publishEvent(new LetGoFirst(1));
    Mockito.clearInvocations(events);
    seats.ended(new hitchlamp.server.account.Sessions.Ended("Somebody else", ""));
    verify(events, Mockito.never()).publishEvent(any());
    seats.ended(new hitchlamp.server.account.Sessions.Ended("Technician 7", ""));
    verify(events).publishEvent(new LetGoFirst(1));
    Mockito.clearInvocations(events);
    seats.giveUp(1, 2, TECHNICIAN);
    verify(events).publishEvent(new LetGoFirst(1));
  }
}
