package hitchlamp.server.phone;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Pairing a phone through the server, which listens on loopback here. */
@ExtendWith(Installation.class)
class PhoneTest {
  @Test
  void onLoopbackPairingIsRefusedWithHowToOpenItUp(Installation.Running running) {
    Person t = Person.in(running, "Technician 1");
    long job = t.openJob("Tipper by phone");
    String at = "/api/jobs/" + job;
    assertThat(t.post(at + "/phone", Map.of()).status()).as("without the seat").isEqualTo(409);
    t.must("POST", at + "/seat", Map.of());
    Person.Answer refused = t.post(at + "/phone", Map.of());
    assertThat(refused.status()).isEqualTo(409);
    assertThat(refused.body().path("message").asString()).contains("this machine alone");
    assertThat(refused.body().path("next").asString()).contains("HITCHLAMP_HOST");
    assertThat(Person.in(running, "Apprentice 1").post(at + "/phone", Map.of()).status())
        .isEqualTo(403);
    t.must("DELETE", at + "/seat", null);
  }

  @Test
  void aTokenThatNobodyPairedSeesAndEndsNothing(Installation.Running running) {
    Person nobody = Person.in(running, "Technician 1");
    assertThat(nobody.get("/api/phone/AAAAAAAAAAAAAAAAAAAAAAAAAAA").status()).isEqualTo(410);
    assertThat(nobody.post("/api/phone/AAAAAAAAAAAAAAAAAAAAAAAAAAA/end", Map.of()).status())
        .isEqualTo(410);
  }
}
