package hitchlamp.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import hitchlamp.server.config.Refusal;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.crypto.password.PasswordEncoder;

@ExtendWith(Installation.class)
class AccountTest {
  private static Map<String, String> credentials(String name, String password) {
    return Map.of("name", name, "password", password);
  }

  @Test
  void withoutSigningInNothingButTheDoorIsOpen(Installation.Running running) {
    Person nobody = new Person(running.url());
    for (String path :
        new String[] {
          "/api/units",
          "/api/jobs",
          "/api/jobs/1/logbook",
          "/api/account",
          "/api/openapi",
          "/api/quantities"
        }) {
      assertThat(nobody.get(path).status()).as(path).isEqualTo(401);
    }
    assertThat(nobody.get("/api/account/me").body().path("name").isNull()).isTrue();
  }

  @Test
  void aWrongPasswordAndAnUnknownNameSoundTheSame(Installation.Running running) {
    Person p = new Person(running.url());
    Person.Answer wrong =
        p.post("/api/account/sign-in", credentials("Technician 1", "not the password"));
    Person.Answer unknown =
        p.post("/api/account/sign-in", credentials("Nobody", "not the password"));
    assertThat(wrong.status()).isEqualTo(401);
    assertThat(wrong.body()).isEqualTo(unknown.body());
  }

  @Test
  void aRequestWithoutTheTokenIsRefused(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    assertThat(p.get("/api/units").status()).isEqualTo(200);
    p.forgetToken();
    assertThat(
            p.post("/api/account/sign-in", credentials("Technician 1", Person.PASSWORD)).status())
        .isEqualTo(403);
  }

  @Test
  void pagesCarryTheHeadersThatProtectThem(Installation.Running running) {
    var headers = new Person(running.url()).get("/api/account/me").headers();
    assertThat(headers.firstValue("Content-Security-Policy").orElse(""))
        .contains("default-src 'self'")
        .contains("frame-ancestors 'none'");
    assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
    assertThat(headers.firstValue("X-Frame-Options")).isPresent();
  }

  @Test
  void theSessionIsNewAfterSigningInAndGoneAfterSigningOut(Installation.Running running) {
    Person p = Person.in(running, "Technician 1");
    assertThat(p.get("/api/account/me").body().path("role").asString()).isEqualTo("TECHNICIAN");
    assertThat(p.post("/api/account/sign-out", null).status()).isEqualTo(204);
    assertThat(p.get("/api/units").status()).isEqualTo(401);
  }

  @Test
  void onlyAManagerMakesAccountsAndShortPasswordsAreRefused(Installation.Running running) {
    Map<String, String> fresh =
        Map.of("name", "Technician 7", "password", "a long enough one", "role", "TECHNICIAN");
    assertThat(Person.in(running, "Technician 1").post("/api/account", fresh).status())
        .isEqualTo(403);
    Person manager = Person.in(running, "Manager");
    assertThat(
            manager
                .post(
                    "/api/account", Map.of("name", "T8", "password", "short", "role", "TECHNICIAN"))
                .status())
        .isEqualTo(400);
    assertThat(manager.post("/api/account", fresh).status()).isEqualTo(201);
    assertThat(manager.post("/api/account", fresh).status())
        .as("twice the same name")
        .isEqualTo(409);
  }

  @Test
  void thereIsOnlyOneFirstAccount(Installation.Running running) {
    Person.Answer late =
        new Person(running.url())
            .post("/api/account/first", credentials("Intruder", "a long enough one"));
    assertThat(late.status()).isEqualTo(409);
  }

  @Test
  void guessingIsSlowedDown() {
    Clock clock = mock(Clock.class);
    Instant start = Instant.parse("2026-11-23T08:00:00Z");
    when(clock.instant()).thenReturn(start);
    SignInThrottle throttle = new SignInThrottle(clock);
    for (int i = 1; i < SignInThrottle.FREE_TRIES; i++) {
      throttle.failed("t");
      assertThat(throttle.wait("t")).isZero();
    }
    throttle.failed("t");
    assertThat(throttle.wait("t")).isEqualTo(Duration.ofSeconds(30));
    throttle.failed("t");
    assertThat(throttle.wait("t")).isEqualTo(Duration.ofSeconds(60));
    for (int i = 0; i < 50; i++) {
      throttle.failed("t");
    }
    assertThat(throttle.wait("t")).isEqualTo(Duration.ofMinutes(15));
    assertThat(throttle.wait("somebody else")).isZero();
    when(clock.instant()).thenReturn(start.plus(Duration.ofMinutes(16)));
    assertThat(throttle.wait("t")).isZero();
    throttle.succeeded("t");
    throttle.failed("t");
    assertThat(throttle.wait("t")).isZero();
  }

  @Test
  void aPasswordThatIsTheNameOrTooLongIsNeverStored() {
    AccountMapper mapper = mock(AccountMapper.class);
    Accounts accounts = new Accounts(mapper, mock(PasswordEncoder.class));
    org.assertj.core.api.Assertions.assertThatThrownBy(
            () -> accounts.add("Technician 12", "technician 12", Role.TECHNICIAN))
        .isInstanceOf(Refusal.class);
    org.assertj.core.api.Assertions.assertThatThrownBy(
            () -> accounts.add("T", "ü".repeat(40), Role.TECHNICIAN))
        .hasMessageContaining("72 bytes");
    verify(mapper, never()).add(anyString(), anyString(), org.mockito.ArgumentMatchers.any());
  }
}
