package hitchlamp.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import hitchlamp.server.config.Refusal;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.crypto.password.PasswordEncoder;
import tools.jackson.databind.JsonNode;

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
          "/api/packs"
        }) {
      assertThat(nobody.get(path).status()).as(path).isEqualTo(401);
    }
    assertThat(nobody.get("/api/account/me").body().path("name").isNull()).isTrue();
    assertThat(nobody.get("/api/quantities").status())
        .as("the table of units, for a phone on which nobody signs in")
        .isEqualTo(200);
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

  private static Map<String, String> fresh(String name) {
    return Map.of("name", name, "password", "a long enough one", "role", "TECHNICIAN");
  }

  private static long idOf(Person manager, String name) {
    for (JsonNode a : manager.must("GET", "/api/account", null)) {
      if (a.path("name").asString().equals(name)) {
        return a.path("id").asLong();
      }
    }
    throw new AssertionError("no account " + name);
  }

  private static Person in(Installation.Running running, String name, String password) {
    Person p = new Person(running.url());
    p.must("POST", "/api/account/sign-in", credentials(name, password));
    return p;
  }

  @Test
  void theCommonestPasswordsAreRefused(Installation.Running running) {
    Person manager = Person.in(running, "Manager");
    for (String common :
        new String[] {
          "password123",
          "qwertyuiop",
          "1234567890",
          "aaaaaaaaaaaa",
          "iloveyou123",
          "trustno1trustno1"
        }) {
      Person.Answer a =
          manager.post(
              "/api/account",
              Map.of("name", "Technician99x", "password", common, "role", "TECHNICIAN"));
      assertThat(a.status()).as(common).isEqualTo(400);
      assertThat(a.body().path("message").asString()).contains("password");
    }
  }

  @Test
  void aNameIsReadableText(Installation.Running running) {
    Person manager = Person.in(running, "Manager");
    for (String bad :
        new String[] {
          "<b>Technician</b>",
          "Techni\u200Bcian 1",
          "Technician\u202E1",
          "a\u0007b",
          "x\uFFFEy",
          "\u00A0"
        }) {
      Person.Answer a = manager.post("/api/account", fresh(bad));
      assertThat(a.status()).as(bad).isEqualTo(400);
    }
    assertThat(manager.post("/api/account", fresh("Größe Žďár (2)")).status()).isEqualTo(201);
  }

  @Test
  void whoChangesHisPasswordStaysSignedInHereAndNowhereElse(Installation.Running running) {
    Person manager = Person.in(running, "Manager");
    manager.must("POST", "/api/account", fresh("Changer"));
    Person here = in(running, "Changer", "a long enough one");
    Person elsewhere = in(running, "Changer", "a long enough one");
    assertThat(
            here.post(
                    "/api/account/password",
                    Map.of("old", "not the one I have", "password", "another long enough one"))
                .status())
        .isEqualTo(400);
    here.must(
        "POST",
        "/api/account/password",
        Map.of("old", "a long enough one", "password", "another long enough one"));
    assertThat(here.get("/api/units").status()).isEqualTo(200);
    assertThat(elsewhere.get("/api/units").status()).isEqualTo(401);
    assertThat(
            new Person(running.url())
                .post("/api/account/sign-in", credentials("Changer", "a long enough one"))
                .status())
        .isEqualTo(401);
    in(running, "Changer", "another long enough one");
  }

  @Test
  void aResetEndsAllSessions(Installation.Running running) {
    Person manager = Person.in(running, "Manager");
    manager.must("POST", "/api/account", fresh("Forgetful"));
    Person p = in(running, "Forgetful", "a long enough one");
    long id = idOf(manager, "Forgetful");
    manager.must(
        "POST", "/api/account/" + id + "/password", Map.of("password", "given by the manager"));
    assertThat(p.get("/api/units").status()).isEqualTo(401);
    in(running, "Forgetful", "given by the manager");
    assertThat(
            Person.in(running, "Technician 1")
                .post("/api/account/" + id + "/password", Map.of("password", "given by another"))
                .status())
        .isEqualTo(403);
  }

  @Test
  void anEndedAccountSignsInNoMoreAndItsEntriesStay(Installation.Running running) throws Exception {
    Person manager = Person.in(running, "Manager");
    manager.must("POST", "/api/account", fresh("Leaver"));
    Person p = in(running, "Leaver", "a long enough one");
    long job = p.openJob("Tipper of the leaver");
    p.must("POST", "/api/jobs/" + job + "/logbook", Map.of("text", "Still here."));
    try (Person.Feed open = p.feed(job, -1)) {
      manager.must("POST", "/api/account/" + idOf(manager, "Leaver") + "/end", null);
      assertThat(p.get("/api/units").status()).isEqualTo(401);
      open.awaitClosed();
    }
    assertThat(
            new Person(running.url())
                .post("/api/account/sign-in", credentials("Leaver", "a long enough one"))
                .status())
        .isEqualTo(401);
    assertThat(manager.must("GET", "/api/account", null).toString()).doesNotContain("Leaver");
    assertThat(manager.must("GET", "/api/jobs/" + job + "/logbook", null).toString())
        .contains("\"who\":\"Leaver\"");
    Person.Answer only = manager.post("/api/account/" + idOf(manager, "Manager") + "/end", null);
    assertThat(only.status()).as("the only manager stays").isEqualTo(409);
  }

  @Test
  void aPasswordThatIsTheNameOrTooLongIsNeverStored() {
    AccountMapper mapper = mock(AccountMapper.class);
    Accounts accounts =
        new Accounts(
            mapper, mock(PasswordEncoder.class), mock(Sessions.class), mock(KnownBrowsers.class));
    assertThatThrownBy(() -> accounts.add("Technician 12", "technician 12", Role.TECHNICIAN))
        .isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> accounts.add("T", "ü".repeat(40), Role.TECHNICIAN))
        .hasMessageContaining("72 bytes");
    verify(mapper, never()).add(anyString(), anyString(), org.mockito.ArgumentMatchers.any());
  }
}
