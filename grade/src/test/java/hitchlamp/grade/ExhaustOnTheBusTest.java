package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.station.LockStep;
import hitchlamp.core.watch.LiveValues;
import org.junit.jupiter.api.Test;

/** What a truck's aftertreatment tells on the bus, read with the places of the base pack. */
class ExhaustOnTheBusTest extends VisitTest {
  private static final String TRUCK =
      "scenario: d\ntitle: D\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\n"
          + "history: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n";
  private static final long SECOND = 1_000_000;

  private LiveValues book;

  private void hookUp(String scenario) throws InterruptedException {
    visit(scenario);
    book = new LiveValues(pack);
    hears = book::heard;
  }

  private void pass(double seconds) throws InterruptedException {
    LockStep.run(link, station, station.now() + Math.round(seconds * SECOND), () -> false);
  }

  private double told(int spn) {
    return book.figure(spn, "", station.now());
  }

  private void pull(double tonnes, double seconds) throws InterruptedException {
    unit.drive("load", String.valueOf(tonnes));
    unit.drive("gear", "d");
    unit.pedal(0.8);
    pass(seconds);
  }

  @Test
  void sensorsOfNitrogenOxideSleepAtFirstAndThenTellWhatGoesInAndWhatComesOut()
      throws InterruptedException {
    hookUp(TRUCK.replace("key-on: yes, engine: yes", "key-on: yes, engine: no"));
    pass(5);
    assertThat(told(3216)).as("standing").isNaN();
    assertThat(told(3220)).as("reading stable").isZero();
    assertThat(told(3218)).as("heater").isZero();
    hookUp(TRUCK);
    pull(20, 400);
    assertThat(told(3220)).isEqualTo(1);
    assertThat(told(3229)).isEqualTo(1);
    assertThat(told(3216)).as("before").isBetween(100.0, 600.0);
    assertThat(told(3226)).as("behind").isLessThan(0.5 * told(3216));
    assertThat(told(3217)).as("oxygen").isBetween(3.0, 18.0);
  }

  @Test
  void temperaturesFallFromTheTurbineToTheEndWhileItWarms() throws InterruptedException {
    hookUp(TRUCK);
    pull(20, 240);
    assertThat(told(173)).isGreaterThan(told(4765));
    assertThat(told(4765)).isGreaterThan(told(3246) - 15);
    assertThat(told(3246)).isGreaterThan(told(4363));
    assertThat(told(3242)).as("one sensor, two groups").isCloseTo(told(4766), within(3.0));
    assertThat(told(3241)).isCloseTo(told(4765), within(6.0));
    assertThat(told(3251)).as("filter").isBetween(0.3, 16.0);
  }

  @Test
  void fluidIsDosedAtItsPressureAndEmptiedAfterwards() throws InterruptedException {
    hookUp(TRUCK);
    pull(20, 300);
    assertThat(told(4334)).as("absolute").isBetween(960.0, 1_050.0);
    assertThat(told(4331)).as("g/h").isBetween(50.0, 6_000.0);
    assertThat(told(1761)).as("level").isBetween(10.0, 100.0);
    assertThat(told(3031)).as("tank").isBetween(0.0, 40.0);
    unit.pedal(0);
    unit.drive("brake", "1");
    pass(20);
    unit.key(hitchlamp.standin.model.EngineState.Key.OFF);
    pass(12);
    unit.key(hitchlamp.standin.model.EngineState.Key.ON);
    pass(5);
    assertThat(told(4334)).as("sucked back below the air").isLessThan(105.0);
  }

  @Test
  void aRegenerationIsToldWhileItRuns() throws InterruptedException {
    hookUp(TRUCK);
    pass(240);
    assertThat(told(3700)).as("not active").isZero();
    unit.regenerate();
    pass(240);
    assertThat(told(3700)).as("active").isEqualTo(1);
    assertThat(told(190)).isBetween(1_000.0, 1_100.0);
    assertThat(told(4765)).isGreaterThan(250);
    unit.pedal(0.3);
    pass(3);
    unit.pedal(0);
    pass(10);
    assertThat(told(3700)).as("ended by the pedal").isZero();
    assertThat(told(190)).isBetween(570.0, 640.0);
  }

  @Test
  void weakFluidShowsBehindTheCatalyst() throws InterruptedException {
    hookUp(TRUCK);
    pull(20, 500);
    double sound = told(3226) / told(3216);
    leave();
    hookUp(TRUCK + "defects: [{kind: fluid-diluted, size: 0.8, from: 3900}]\n");
    pull(20, 500);
    assertThat(told(3226) / told(3216)).isGreaterThan(sound + 0.25);
  }
}
