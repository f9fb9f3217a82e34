package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.lamps.LampsSeen;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.sql.Connection;
import java.sql.PreparedStatement;
import javax.sql.DataSource;
import org.flywaydb.core.api.migration.Context;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Lamp checks that were stored before they were tests on the bench. */
@ExtendWith(Installation.class)
class OldLampChecksTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private static String stored(String stage, String seen) {
    return "{\"stage\":\""
        + stage
        + "\",\"says\":\"Every lamp is answered.\",\"lamps\":[{\"lamp\":{\"id\":\"stop\",\"title\":\"Stop lamp\",\"by\":[\"engine\"],\"fault\":\"STOP\",\"spn\":0,\"shown\":\"instruments\"},"
        + "\"by\":[{\"module\":\"engine\",\"title\":\"Engine\",\"heard\":true,\"told\":true,\"lit\":true,\"out\":true}],\"seen\":\""
        + seen
        + "\"}]}";
  }

  @Test
  void oneThatCameToItsEndIsJudgedAsThen() {
    OldLampChecks.Now now = OldLampChecks.read(JSON.readTree(stored("DONE", "NEVER_LIT")));
    assertThat(now.ending()).isEqualTo("COMPLETE");
    assertThat(now.judgement().verdict()).isEqualTo(Verdict.FAIL);
    LampsSeen.Lamp stop = now.seen().observed().lamps().get(0);
    assertThat(stop.shown()).isEqualTo("instruments");
    assertThat(stop.by()).singleElement().satisfies(c -> assertThat(c.lit()).isTrue());
  }

  @Test
  void oneThatWasStoppedSaysSo() {
    OldLampChecks.Now now = OldLampChecks.read(JSON.readTree(stored("STOPPED", "NOT_ASKED")));
    assertThat(now.ending()).isEqualTo("ENDED");
    assertThat(now.judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void whatIsNoneIsRefused() {
    assertThatThrownBy(() -> OldLampChecks.read(JSON.readTree("{\"stage\":\"DONE\"}")))
        .hasMessageContaining("lamps");
    assertThatThrownBy(() -> OldLampChecks.read(JSON.readTree(stored("DONE", "GREEN"))))
        .hasMessageContaining("GREEN");
  }

  @Test
  void aDatabaseOfAnEarlierVersionKeepsItsLampChecksAsTests(Installation.Running running)
      throws Exception {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper with an old lamp check");
    try (Connection c = running.bean(DataSource.class).getConnection()) {
      try (PreparedStatement s =
          c.prepareStatement(
              "INSERT INTO fault_deed (job_id, kind, account_id, engine_hours, bus_micros, content)"
                  + " SELECT ?, 'LAMPS', id, NULL, 7, ? FROM account WHERE name = 'Technician 1'")) {
        s.setLong(1, job);
        s.setString(2, stored("DONE", "LIT_THEN_OUT"));
        s.executeUpdate();
      }
      Context context = mock(Context.class);
      when(context.getConnection()).thenReturn(c);
      running.bean(V14__lamp_checks_are_tests.class).migrate(context);
      try (PreparedStatement s =
          c.prepareStatement("SELECT 1 FROM fault_deed WHERE kind = 'LAMPS' AND job_id = ?")) {
        s.setLong(1, job);
        assertThat(s.executeQuery().next()).as("it is kept once").isFalse();
      }
    }
    JsonNode head = t.must("GET", "/api/jobs/" + job + "/trials", null).path(0);
    assertThat(head.path("title").asString()).isEqualTo("Lamp check");
    assertThat(head.path("verdict").asString()).isEqualTo("PASS");
    assertThat(head.path("hours").isNull()).isTrue();
    assertThat(head.path("who").asString()).isEqualTo("Technician 1");
  }
}
