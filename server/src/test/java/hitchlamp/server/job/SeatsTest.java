package hitchlamp.server.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.stream.Topics;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class SeatsTest {
  private static final Instant NOW = Instant.parse("2026-11-23T12:00:00Z");
  private static final Account TECHNICIAN = new Account(7, "Technician 7", "", Role.TECHNICIAN);
  private final Seats.SeatMapper mapper = mock(Seats.SeatMapper.class);
  private final Logbook logbook = mock(Logbook.class);
  private final Clock clock = mock(Clock.class);
  private final Seats seats =
      new Seats(mapper, logbook, mock(Topics.class, org.mockito.Mockito.RETURNS_DEEP_STUBS), clock);

  @BeforeEach
  void itIsNoon() {
    when(clock.instant()).thenReturn(NOW);
  }

  private void heldByAnother(int minutesSinceUse) {
    LocalDateTime used = LocalDateTime.ofInstant(NOW, ZoneOffset.UTC).minusMinutes(minutesSinceUse);
    when(mapper.find(1))
        .thenReturn(
            Optional.of(new Seats.SeatMapper.Row(1, 3, "Technician 3", used.minusHours(1), used)));
  }

  @Test
  void aSeatThatNobodyUsesIsGivenUpByItself() {
    heldByAnother(29);
    assertThat(seats.at(1).holder()).isEqualTo("Technician 3");
    assertThatThrownBy(() -> seats.notAnothers(1, TECHNICIAN))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("Technician 3");
    heldByAnother(31);
    assertThat(seats.at(1).holder()).isNull();
    seats.notAnothers(1, TECHNICIAN);
    seats.take(1, 2, TECHNICIAN);
    verify(mapper).put(1, 7, LocalDateTime.ofInstant(NOW, ZoneOffset.UTC));
  }

  @Test
  void usingTheUnitKeepsTheSeat() {
    when(mapper.find(1)).thenReturn(Optional.empty());
    seats.notAnothers(1, TECHNICIAN);
    verify(mapper).used(1, 7, LocalDateTime.ofInstant(NOW, ZoneOffset.UTC));
  }

  @Test
  void aTechnicianCannotTakeItFromAnotherAndAnApprenticeNotAtAll() {
    heldByAnother(1);
    assertThatThrownBy(() -> seats.take(1, 2, TECHNICIAN))
        .hasMessageContaining("belongs to Technician 3");
    assertThatThrownBy(() -> seats.take(1, 2, new Account(9, "Apprentice 9", "", Role.APPRENTICE)))
        .hasMessageContaining("Only a technician or a manager");
    verify(mapper, never()).put(anyLong(), anyLong(), any());
  }
}
