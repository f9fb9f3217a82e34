package hitchlamp.core.trial.together;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.words.Said;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What air, fuel, sensors and cylinders mean together. */
class EngineRulesTest {
  private final Map<String, Judgement> judged = new HashMap<>();
  private final Set<Integer> faults = new HashSet<>();

  private void fails(String kind, String... parts) {
    judged.put(
        kind, judgement(Verdict.FAIL, Stream.of(parts).map(p -> part(p, Verdict.FAIL)).toList()));
  }

  private void passes(String kind, String... parts) {
    judged.put(
        kind, judgement(Verdict.PASS, Stream.of(parts).map(p -> part(p, Verdict.PASS)).toList()));
  }

  private static Judgement judgement(Verdict v, List<Judgement.Part> parts) {
    return new Judgement(v, Said.plain(""), List.of(), Said.plain(""), parts);
  }

  private static Judgement.Part part(String id, Verdict v) {
    return new Judgement.Part(id, "The " + id, v, Said.plain(""), Said.plain(""));
  }

  private List<EngineFinding> found() {
    return EngineRules.of(new EngineEvidence(judged, faults));
  }

  private EngineFinding only() {
    List<EngineFinding> all = found();
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  @Test
  void aDriveStandsForTheAirPathWhereThatWasNotRun() {
    fails("airdrive", "turbo");
    assertThat(only().test()).isEqualTo("actuator");
    assertThat(only().says().toString()).contains("The turbo");
    passes("airpath", "turbo");
    assertThat(found()).isEmpty();
  }

  @Test
  void whatFailsRunningIsMovedAloneNextAndThenMended() {
    fails("airpath", "turbo");
    assertThat(only().test()).isEqualTo("actuator");
    assertThat(only().points()).isEqualTo("open");
    fails("actuator", "turbo");
    assertThat(only().points()).isEqualTo("turbo");
    assertThat(only().next().toString()).contains("The turbo");
    passes("actuator", "turbo");
    assertThat(only().says().toString()).contains("hot");
  }

  @Test
  void aBlockedPathIsFollowedToTheCooler() {
    fails("airpath", "recirculation-path");
    assertThat(only().test()).isEqualTo("cooler");
    fails("cooler", "flow");
    assertThat(only().points()).isEqualTo("recirculation-path");
    passes("cooler");
    assertThat(only().says().toString()).contains("do not agree");
  }

  @Test
  void aSensorThatDisagreesColdGoesBeforeEverythingElse() {
    fails("airpath", "pipes", "throttle");
    fails("agreement", "102");
    assertThat(only().points()).isEqualTo("intake-sensor");
    assertThat(only().test()).isEqualTo("airpath");
  }

  @Test
  void aLeakExplainsTheChargeAndAnAirPathInOrderLeadsToTheFuel() {
    faults.add(102);
    fails("airpath", "pipes");
    assertThat(only().says().toString()).contains("explains");
    passes("airpath");
    assertThat(only().test()).as("the fuel is not known").isEqualTo("rail");
    passes("rail");
    assertThat(only().test()).isEmpty();
    assertThat(only().next().toString()).contains("pull");
    faults.clear();
    assertThat(found()).as("nothing is complained of").isEmpty();
  }

  @Test
  void aPumpThatWorksTooHardIsFollowedToOneInjectorOrToThePump() {
    fails("rail", "high-pressure");
    assertThat(only().test()).isEqualTo("contribution");
    fails("contribution", "4");
    assertThat(only().points()).isEqualTo("injector");
    assertThat(only().next().toString()).contains("cylinder 4");
    passes("contribution");
    assertThat(only().says().toString()).contains("all cylinders do the same");
  }

  @Test
  void aFilterExplainsAFaultOfFuelPressureThatStandsNow() {
    fails("rail", "fuel-filter");
    assertThat(found()).isEmpty();
    faults.add(157);
    assertThat(only().points()).isEqualTo("fuel-filter");
  }

  @Test
  void whateverIsKnownEveryFindingHasAReasonAndANextStep() {
    SplittableRandom r = new SplittableRandom(3);
    List<String> parts =
        List.of(
            "throttle",
            "recirculation",
            "back-pressure",
            "turbo",
            "recirculation-path",
            "pipes",
            "turbocharger",
            "flow",
            "cooling",
            "rail-leak",
            "high-pressure",
            "fuel-filter",
            "102",
            "1209",
            "3");
    for (int i = 0; i < 3_000; i++) {
      judged.clear();
      faults.clear();
      for (String kind : EngineEvidence.KINDS) {
        if (r.nextBoolean()) {
          Verdict v = Verdict.values()[r.nextInt(Verdict.values().length)];
          judged.put(
              kind,
              judgement(
                  v, parts.stream().filter(p -> r.nextInt(4) == 0).map(p -> part(p, v)).toList()));
        }
      }
      List.of(102, 157, 94, 110)
          .forEach(
              s -> {
                if (r.nextBoolean()) {
                  faults.add(s);
                }
              });
      for (EngineFinding f : found()) {
        assertThat(f.says().text()).isNotBlank();
        assertThat(f.next().text()).isNotBlank();
        assertThat(f.test())
            .as("no test that was passed is asked for again")
            .satisfiesAnyOf(
                t -> assertThat(t).isEmpty(), t -> assertThat(EngineEvidence.KINDS).contains(t));
      }
    }
  }
}
