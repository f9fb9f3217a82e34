package hitchlamp.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.grade.harden.OddRequests;
import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A wrong request is told what is wrong with it, whatever it is; none of them is the server's
 * fault.
 */
@ExtendWith(Installation.class)
class OddRequestsTest {
  private static final int EACH = 14;
  private static final long SEED = 20_261_127;

  @Test
  void everyWrongRequestIsRefusedAsOne(Installation.Running running) {
    Person p = Person.in(running, "Manager");
    long job = p.openJob("Tipper of the odd requests");
    p.must("POST", "/api/jobs/" + job + "/seat", null);
    OddRequests requests = new OddRequests(p.must("GET", "/api/openapi", null), job, SEED);
    List<String> wrong = new ArrayList<>();
    TreeMap<Integer, Integer> statuses = new TreeMap<>();
    for (int i = 0; i < EACH * requests.endpoints(); i++) {
      OddRequests.Odd odd = requests.next(i);
      Person.Answer a = p.as(odd.method(), odd.path(), odd.type(), odd.body());
      statuses.merge(a.status(), 1, Integer::sum);
      boolean noReason =
          a.status() >= 400 && a.body() != null && a.body().path("message").asString("").isEmpty();
      if (a.status() >= 500 || noReason) {
        wrong.add(odd + ": " + a.status() + " " + a.body());
      }
    }
    assertThat(wrong).as("answers %s", statuses).isEmpty();
    assertThat(statuses.tailMap(400).values().stream().mapToInt(Integer::intValue).sum())
        .as("of answers %s", statuses)
        .isGreaterThan(500);
  }
}
