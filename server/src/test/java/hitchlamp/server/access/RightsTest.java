package hitchlamp.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.account.Accounts;
import hitchlamp.server.account.Role;
import hitchlamp.server.account.Role.Right;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Seats;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Every cell of endpoint by role by seat, over HTTP, is as {@code rights.csv} states it. */
@ExtendWith(Installation.class)
class RightsTest {
  private static final Map<Role, String> PEOPLE =
      Map.of(
          Role.TECHNICIAN, "Technician 1",
          Role.APPRENTICE, "Apprentice 1",
          Role.SPECIALIST, "Specialist 1",
          Role.MANAGER, "Manager");
  private static final String OTHER = "Technician 2";
  private static final String NOWHERE = "999999999";

  /** Who sits at the unit when the call is made. */
  private enum Sits {
    NOBODY,
    OTHER,
    CALLER
  }

  private static void sql(Installation.Running running, String text, Object... values) {
    try (Connection c = running.bean(DataSource.class).getConnection();
        PreparedStatement s = c.prepareStatement(text)) {
      for (int i = 0; i < values.length; i++) {
        s.setObject(i + 1, values[i]);
      }
      s.execute();
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void seat(Installation.Running running, long job, String holder) {
    Seats seats = running.bean(Seats.class);
    Accounts accounts = running.bean(Accounts.class);
    long unit = running.bean(Jobs.class).place(job).unit();
    String now = seats.at(unit).holder();
    if (now != null && !now.equals(holder)) {
      seats.giveUp(unit, job, accounts.find(now));
    }
    if (holder != null) {
      seats.take(unit, job, accounts.find(holder));
    }
  }

  private static String address(Rule rule, long job, long recording) {
    return rule.path()
        .replace("{job}", Long.toString(job))
        .replace("{recording}", Long.toString(recording))
        .replace("{figure}", "IDLE_SHARE")
        .replaceAll("\\{[a-z]+\\}", NOWHERE);
  }

  /** What of the rules refused a call; empty where it was let through to its endpoint. */
  private static String refusedBy(Person.Answer a) {
    String says = a.body() == null ? "" : a.body().path("message").asString("");
    if (a.status() == 401) {
      return "not signed in";
    } else if (a.status() == 403) {
      return "role";
    } else if (says.contains("opened from a case file")) {
      return "case";
    }
    return says.contains("The seat at this unit belongs") || says.contains("do not have the seat")
        ? "seat"
        : "";
  }

  private static String expected(Rule rule, Role role, Sits sits, boolean onCase) {
    if (rule.right().isEmpty()) {
      return "";
    } else if (role == null) {
      return "not signed in";
    } else if (!role.may(rule.right().get())) {
      return "role";
    } else if (onCase && rule.changes() && !rule.onCase()) {
      return "case";
    }
    return switch (rule.seat()) {
      case ANY -> "";
      case FREE -> sits == Sits.OTHER ? "seat" : "";
      case MINE -> sits == Sits.CALLER ? "" : "seat";
    };
  }

  @Test
  void everyCellIsAsStated(Installation.Running running) {
    Person opener = Person.in(running, "Technician 2");
    long job = opener.openJob("Tipper of the rights");
    long caseJob = opener.openJob("Tipper of the rights, case file");
    sql(running, "UPDATE job SET state = 'CASE' WHERE id = ?", caseJob);
    for (long j : new long[] {job, caseJob}) {
      sql(
          running,
          "INSERT INTO recording SELECT ?, ?, 'r', 'live', 0, 0, UTC_TIMESTAMP(3), '', id, NULL, 'base', '' FROM account WHERE name = ?",
          j,
          j,
          OTHER);
    }
    Map<Role, Person> people = new EnumMap<>(Role.class);
    PEOPLE.forEach((role, name) -> people.put(role, Person.in(running, name)));
    Person nobody = new Person(running.url());
    List<String> wrong = new ArrayList<>();
    int cells = 0;
    for (Rule rule : running.bean(Rules.class).all()) {
      if (rule.path().equals("/api/stream") || rule.path().equals("/api/account/sign-out")) {
        continue;
      }
      boolean ofJob = rule.path().contains("{job}") || rule.path().contains("{recording}");
      for (boolean onCase : ofJob ? new boolean[] {false, true} : new boolean[] {false}) {
        for (Role role :
            new Role[] {null, Role.TECHNICIAN, Role.APPRENTICE, Role.SPECIALIST, Role.MANAGER}) {
          for (Sits sits : ofJob && role != null ? Sits.values() : new Sits[] {Sits.NOBODY}) {
            long j = onCase ? caseJob : job;
            seat(
                running,
                j,
                switch (sits) {
                  case NOBODY -> null;
                  case OTHER -> OTHER;
                  case CALLER -> PEOPLE.get(role);
                });
            Person who = role == null ? nobody : people.get(role);
            Person.Answer a =
                who.call(rule.method(), address(rule, j, j), rule.changes() ? "{}" : null);
            String got = refusedBy(a);
            String want = expected(rule, role, sits, onCase);
            cells++;
            // What only a role with more rights can reach is refused before the seat is looked at.
            if (!got.equals(want) || a.status() >= 500 && a.status() != 502) {
              wrong.add(
                  rule.endpoint()
                      + " by "
                      + role
                      + ", seat "
                      + sits
                      + (onCase ? ", case" : "")
                      + ": wanted '"
                      + want
                      + "', got '"
                      + got
                      + "' ("
                      + a.status()
                      + " "
                      + a.body()
                      + ")");
            }
          }
        }
      }
    }
    assertThat(wrong).as("of %d cells", cells).isEmpty();
    assertThat(cells).isGreaterThan(2_000);
  }

  @Test
  void theLimitsThatMatterMostStandAsThePeopleKnowThem(Installation.Running running) {
    Rules rules = running.bean(Rules.class);
    assertThat(rules.of("POST", "/api/jobs/{job}/release").orElseThrow().right())
        .as("letting go is everybody's right")
        .contains(Right.LOOK);
    assertThat(Role.SPECIALIST.may(Right.READ)).as("looks at jobs and comments").isFalse();
    assertThat(Role.APPRENTICE.may(Right.COMMAND)).as("commands nothing").isFalse();
    assertThat(Role.TECHNICIAN.may(Right.MANAGE)).as("makes no accounts").isFalse();
    for (String commands : new String[] {"faults/clear", "faults/self-test", "story/trip-reset"}) {
      Rule r = rules.of("POST", "/api/jobs/{job}/" + commands).orElseThrow();
      assertThat(r.right()).as(commands).contains(Right.COMMAND);
      assertThat(r.seat()).as(commands).isEqualTo(Rule.Seat.MINE);
    }
    // A test that commands needs both as well; a lamp check, which only listens, does not. What
    // each test needs is looked at where it is known: trial.CutoutTest, trial.LampCheckTest.
    Rule tests = rules.of("POST", "/api/jobs/{job}/trials").orElseThrow();
    assertThat(tests.right()).contains(Right.READ);
    assertThat(tests.seat()).isEqualTo(Rule.Seat.FREE);
  }

  @Test
  void aCaseIsNotChangedByAnyWayOfWritingItsAddress(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper of the odd paths");
    sql(running, "UPDATE job SET state = 'CASE' WHERE id = ?", job);
    for (String odd :
        new String[] {
          "/api/jobs/" + job + "/st%61te",
          "/api/jobs/+" + job + "/state",
          "/api/jobs/%2B" + job + "/state",
          "/api/jobs/0x" + Long.toHexString(job) + "/state",
          "/api/jobs/%20" + job + "/state",
          "/api/jobs/0" + job + "/state",
          "/api/jobs/" + job + "/state/",
          "/api/jobs/" + job + "/state;x=y",
          "/api//jobs/" + job + "/state",
          "/api/./jobs/" + job + "/state"
        }) {
      Person.Answer a = t.post(odd, Map.of("state", "OPEN"));
      assertThat(a.status()).as(odd).isBetween(400, 499);
      assertThat(t.must("GET", "/api/jobs/" + job, null).path("state").asString())
          .as(odd)
          .isEqualTo("CASE");
    }
  }

  @Test
  void aBodyLargerThanItsEndpointTakesIsRefusedUnread(Installation.Running running) {
    Person nobody = new Person(running.url());
    String large = "{\"name\":\"x\",\"password\":\"" + "p".repeat(200_000) + "\"}";
    assertThat(nobody.post("/api/account/sign-in", large).status()).isEqualTo(413);
    assertThat(nobody.upload("/api/case-files", "x.zip", new byte[300_000]).status())
        .as("an upload of somebody who is not signed in")
        .isIn(401, 413);
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper of the large bodies");
    assertThat(
            t.post("/api/jobs/" + job + "/logbook", "{\"text\":\"" + "x".repeat(70_000) + "\"}")
                .status())
        .isEqualTo(413);
    assertThat(
            t.upload("/api/jobs/" + job + "/photos", "x.png", new byte[13 * 1024 * 1024]).status())
        .isIn(400, 413);
  }

  /** The page of the docs is written from the rules, so that it cannot say something else. */
  @Test
  void theDocsShowTheRules(Installation.Running running) throws IOException {
    Path page = Path.of("../docs/rights.md");
    String text = page(running.bean(Rules.class));
    if (System.getenv("OPENAPI_WRITE") != null) {
      Files.writeString(page, text);
    }
    assertThat(Files.readString(page)).isEqualTo(text);
  }

  private static String page(Rules rules) {
    StringBuilder page =
        new StringBuilder(
            """
            # Who may call what

            Every endpoint with the right that it wants, whose the seat at the unit must be, whether it may be called on a job that came
            with a case file, and the largest body it takes. This page is written from `server/src/main/resources/rights.csv`, which the
            server enforces before anything of a request is read; a test calls every cell of endpoint by role by seat.

            | right | technician | apprentice | specialist | manager |
            | --- | --- | --- | --- | --- |
            """);
    for (Right right : Right.values()) {
      page.append("| ").append(lower(right.name()));
      for (Role role :
          new Role[] {Role.TECHNICIAN, Role.APPRENTICE, Role.SPECIALIST, Role.MANAGER}) {
        page.append(role.may(right) ? " | yes" : " | no");
      }
      page.append(" |\n");
    }
    page.append(
        "\n| endpoint | right | seat | on a case | body |\n| --- | --- | --- | --- | --- |\n");
    for (Rule r : rules.all()) {
      page.append("| `")
          .append(r.endpoint())
          .append("` | ")
          .append(r.right().map(x -> lower(x.name())).orElse("anybody"))
          .append(" | ")
          .append(
              switch (r.seat()) {
                case ANY -> "";
                case FREE -> "nobody else's";
                case MINE -> "the caller's";
              })
          .append(" | ")
          .append(r.changes() ? r.onCase() ? "yes" : "no" : "")
          .append(" | ")
          .append(r.bytes() == 0 ? "" : size(r.bytes()))
          .append(" |\n");
    }
    return page.toString();
  }

  private static String size(long bytes) {
    return bytes >= 1024 * 1024 ? bytes / 1024 / 1024 + " MB" : bytes / 1024 + " kB";
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }
}
