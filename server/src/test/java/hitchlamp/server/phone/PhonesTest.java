package hitchlamp.server.phone;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.account.Sessions;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.Seats;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A phone sees a job as long as it is open and whoever paired it has the seat. */
class PhonesTest {
  private static final Account ONE = new Account(1, "Technician 1", "", Role.TECHNICIAN);
  private static final Account TWO = new Account(2, "Technician 2", "", Role.TECHNICIAN);

  private final Jobs jobs = mock(Jobs.class);
  private final Seats seats = mock(Seats.class);
  private final Map<Long, String> states = new HashMap<>();
  private final Map<Long, Long> holders = new HashMap<>();
  private Instant now = Instant.parse("2026-11-29T09:00:00Z");
  private Phones phones;

  private final class Ticking extends Clock {
    @Override
    public java.time.ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(java.time.ZoneId zone) {
      return this;
    }

    @Override
    public Instant instant() {
      now = now.plusMillis(1);
      return now;
    }
  }

  @BeforeEach
  void begin() {
    when(jobs.place(anyLong()))
        .thenAnswer(
            i -> {
              long job = i.getArgument(0);
              return new Jobs.Place(job, 10 + job, states.getOrDefault(job, "OPEN"), "");
            });
    when(seats.holderOf(anyLong()))
        .thenAnswer(
            i -> {
              Long holder = holders.get(i.<Long>getArgument(0));
              return holder == null ? OptionalLong.empty() : OptionalLong.of(holder);
            });
    phones = new Phones(jobs, seats, mock(Logbook.class), new Ticking());
    holders.put(13L, ONE.id());
  }

  private void gone(String token) {
    assertThatThrownBy(() -> phones.of(token))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("not paired");
  }

  @Test
  void aPairedPhoneSeesItsJobAndNoOther() {
    Phones.Paired phone = phones.pair(3, ONE);
    assertThat(phones.of(phone.token()).job()).isEqualTo(3);
    assertThat(phone.token()).hasSizeGreaterThanOrEqualTo(26).matches("[A-Za-z0-9_-]+");
    gone("");
    gone("x");
    gone(phone.token() + "A");
  }

  @Test
  void itEndsWithTheSeatForGood() {
    String token = phones.pair(3, ONE).token();
    holders.put(13L, TWO.id());
    gone(token);
    holders.put(13L, ONE.id());
    gone(token);
    String again = phones.pair(3, ONE).token();
    holders.remove(13L);
    gone(again);
  }

  @Test
  void itEndsWithTheJobAndWithTheSession() {
    String token = phones.pair(3, ONE).token();
    states.put(3L, "CLOSED");
    gone(token);
    states.put(3L, "OPEN");
    String other = phones.pair(3, ONE).token();
    phones.signedOut(new Sessions.SignedOut(TWO.name()));
    assertThatCode(() -> phones.of(other)).doesNotThrowAnyException();
    phones.signedOut(new Sessions.SignedOut(ONE.name()));
    gone(other);
    String third = phones.pair(3, ONE).token();
    phones.ended(new Sessions.Ended(ONE.name(), ""));
    gone(third);
  }

  @Test
  void ofAJobThereAreFewAndAllCanBeForgotten() {
    List<String> tokens = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      tokens.add(phones.pair(3, ONE).token());
    }
    gone(tokens.get(0));
    gone(tokens.get(1));
    assertThatCode(() -> tokens.subList(2, 6).forEach(phones::of)).doesNotThrowAnyException();
    phones.forget(3);
    tokens.forEach(this::gone);
  }

  /** However seats, jobs and sessions change: a token that ended never comes back. */
  @Test
  void whatEndedStaysEndedAndWhoeverSeesMay() {
    SplittableRandom r = new SplittableRandom(22);
    List<Phones.Paired> all = new ArrayList<>();
    Set<String> ended = new HashSet<>();
    for (int i = 0; i < 20_000; i++) {
      long job = 1 + r.nextInt(3);
      Account who = r.nextBoolean() ? ONE : TWO;
      switch (r.nextInt(7)) {
        case 0 -> {
          holders.put(10 + job, who.id());
          all.add(phones.pair(job, who));
        }
        case 1 -> holders.put(10 + job, who.id());
        case 2 -> holders.remove(10 + job);
        case 3 -> states.put(job, r.nextInt(4) == 0 ? "CLOSED" : "OPEN");
        case 4 -> phones.forget(job);
        case 5 -> phones.signedOut(new Sessions.SignedOut(who.name()));
        default -> {
          if (all.isEmpty()) {
            continue;
          }
          Phones.Paired p = all.get(r.nextInt(all.size()));
          boolean seen = true;
          try {
            phones.of(p.token());
          } catch (Refusal e) {
            seen = false;
            ended.add(p.token());
          }
          if (seen) {
            assertThat(ended).doesNotContain(p.token());
            assertThat(states.getOrDefault(p.job(), "OPEN")).isEqualTo("OPEN");
            assertThat(holders.get(p.unit())).isEqualTo(p.account());
          }
        }
      }
    }
    assertThat(all.stream().map(Phones.Paired::token).distinct().count()).isEqualTo(all.size());
  }
}
