package hitchlamp.server.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.CutoutSeat;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Injectors of a yard tractor driven one by one through the server, and what is kept of it. */
@ExtendWith(Installation.class)
class CoilsTest {
  @Test
  void eachInjectorIsDrivenAndTheRunStandsBesideTheNext(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tractor that misses now and then");
    String at = "/api/jobs/" + job + "/trials";
    String earlier = at + "/earlier?test=coils&module=engine";
    try (Person.Feed feed = t.feed(job, -1)) {
      t.hookUpAndCall(job, "sim/tractor-1", feed);
      assertThat(t.must("GET", at + "/together?module=engine", null)).isEmpty();
      try (CutoutSeat seat = new CutoutSeat(t, job, feed)) {
        seat.begin("coils");
        feed.await(
            "one is driven",
            CutoutSeat.stage("RUNNING")
                .and(c -> c.path("body").path("observed").path("driven").asInt() == 1));
        feed.await(
            "all were driven, and the ear is asked",
            CutoutSeat.stage("RUNNING")
                .and(c -> c.path("body").path("observed").path("samples").size() == 4)
                .and(c -> !c.path("body").path("choices").isEmpty()));
        seat.say("heard 2 SILENT");
        seat.say("rest-clicked");
        JsonNode end = seat.ended();
        assertThat(end.path("judgement").path("says").path("text").asString())
            .contains("Injector 2")
            .contains("does not click");
      }
      t.must("DELETE", "/api/jobs/" + job + "/hook-up", null);
    }
    JsonNode runs = t.must("GET", earlier, null);
    assertThat(runs).hasSize(1);
    assertThat(runs.path(0).path("verdict").asString()).isEqualTo("FAIL");
    assertThat(runs.path(0).path("figures").toString()).contains("rise").contains("rest");
    JsonNode together = t.must("GET", at + "/together?module=engine", null);
    assertThat(together.path(0).path("cylinder").asInt()).isEqualTo(2);
    assertThat(together.path(0).path("points").asString()).isEqualTo("CIRCUIT");
    assertThat(t.must("GET", at + "/earlier?test=coils&module=gearbox", null)).isEmpty();
  }
}
