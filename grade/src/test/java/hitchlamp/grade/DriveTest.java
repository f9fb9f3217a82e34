package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.station.LockStep;
import hitchlamp.core.watch.Channel;
import hitchlamp.core.watch.LiveValues;
import hitchlamp.core.watch.PowerPull;
import hitchlamp.core.watch.Recorder;
import hitchlamp.core.watch.RecordingPlan;
import hitchlamp.core.watch.Sample;
import hitchlamp.core.watch.Scale;
import hitchlamp.core.watch.SeaTrial;
import hitchlamp.core.watch.Series;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A truck that pulls and a ferry that goes out, recorded from the bus and worked out. */
class DriveTest extends VisitTest {
  private static final String TRUCK =
      "scenario: d\ntitle: D\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\n"
          + "history: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n";
  private static final String FERRY =
      "scenario: f\ntitle: F\nunit: ferry\nseed: 5\nvin: SMW0FRY0100018204\n"
          + "history: {hours: 4000}\nstart: {key-on: yes, engine: yes}\n";
  private static final long SECOND = 1_000_000;

  private LiveValues book;
  private Recorder recorder;
  private final List<Sample> kept = new ArrayList<>();
  private final Map<String, Series> series = new HashMap<>();

  private void record(String scenario) throws InterruptedException {
    visit(scenario);
    book = new LiveValues(pack);
    recorder =
        new Recorder(
            RecordingPlan.now("drive"),
            book,
            new Recorder.Out() {
              @Override
              public void begins(long micros, long startMicros, String why) {}

              @Override
              public void sample(Sample sample) {
                kept.add(sample);
              }

              @Override
              public void gap(long fromMicros, long toMicros) {}

              @Override
              public void ends(long micros, String why) {}
            });
    recorder.begin(station.now());
    hears = m -> book.heard(m).ifPresent(recorder::sample);
  }

  private void pass(double seconds) throws InterruptedException {
    LockStep.run(link, station, station.now() + Math.round(seconds * SECOND), () -> false);
  }

  private Series of(String module, int spn) {
    return series.computeIfAbsent(
        module + "/" + spn,
        id -> {
          Channel channel = book.receiver().channel(id).orElseThrow(() -> new AssertionError(id));
          List<long[]> values = new ArrayList<>();
          for (Sample s : kept) {
            List<Channel> channels = book.receiver().track(s.track()).channels();
            int at = channels.indexOf(channel);
            if (at >= 0) {
              values.add(new long[] {s.micros(), s.raws()[at]});
            }
          }
          return new Series(
              channel,
              values.stream().mapToLong(v -> v[0]).toArray(),
              values.stream().mapToLong(v -> v[1]).toArray());
        });
  }

  /** Launches, runs in the eighth gear at low speed, then pulls through on the level. */
  private PowerPull.Result pull(String scenario, double loadTonnes) throws InterruptedException {
    record(scenario);
    unit.drive("load", String.valueOf(loadTonnes));
    unit.drive("gear", "d");
    unit.pedal(0.6);
    pass(35);
    for (int i = 0; i < 2; i++) {
      unit.drive("gear", "8");
      unit.pedal(0);
      unit.drive("brake", "0.2");
      for (int s = 0; s < 60 && book.figure(190, "", station.now()) > 1_000; s++) {
        pass(0.5);
      }
      unit.drive("brake", "0");
      unit.pedal(1);
      pass(28);
    }
    unit.pedal(0);
    pass(2);
    return PowerPull.of(
        of("engine", 190),
        of("engine", 91),
        of("brakes", 904),
        pack.drive().orElseThrow(),
        new PowerPull.Setup(15_000 + loadTonnes * 1_000, 0.03, 0, 0.002, 0));
  }

  @Test
  void pullsAreFoundByThemselvesAndASoundTruckGivesItsReference() throws InterruptedException {
    PowerPull.Result r = pull(TRUCK, 12);
    assertThat(r.pulls()).as(r.toString()).hasSize(2).allMatch(p -> p.gear() == 8);
    assertThat(r.judgement()).as(r.says() + r.pulls()).isEqualTo(PowerPull.Judgement.AS_REFERENCE);
    assertThat(r.pulls().get(0).between()).isCloseTo(r.pulls().get(1).between(), within(0.8));
    assertThat(r.pulls().get(0).points()).hasSizeGreaterThan(6);
  }

  @Test
  void aWornTurbochargerAndWeakPumpShowAsMissingPower() throws InterruptedException {
    PowerPull.Result r =
        pull(
            TRUCK + "defects: [{kind: turbo-worn, size: 0.4}, {kind: charge-leak, size: 200}]\n",
            12);
    assertThat(r.judgement()).as(r.says()).isEqualTo(PowerPull.Judgement.BELOW_REFERENCE);
    assertThat(r.says()).contains("clearly low");
  }

  @Test
  void gearsThatChangeAtFullPedalLeaveNoPowerThatIsNotThere() throws InterruptedException {
    record(TRUCK);
    unit.drive("gear", "d");
    unit.pedal(1);
    pass(75);
    PowerPull.Result r =
        PowerPull.of(
            of("engine", 190),
            of("engine", 91),
            of("brakes", 904),
            pack.drive().orElseThrow(),
            new PowerPull.Setup(27_000, 0.03, 0, 0.002, 0));
    assertThat(r.pulls()).as(r.toString()).isNotEmpty();
    assertThat(
            r.pulls().stream()
                .flatMap(p -> p.points().stream())
                .filter(p -> !Double.isNaN(p.referenceKw())))
        .as(r.toString())
        .allMatch(p -> p.kw() - p.off() < 1.1 * p.referenceKw());
    assertThat(r.pulls()).as("short ones in low gears").anyMatch(p -> !p.judged());
    assertThat(r.judgement()).as(r.says()).isNotEqualTo(PowerPull.Judgement.BELOW_REFERENCE);
    // In high gears the gearbox need not wait: it changes up at 1,650 rpm.
    Series speed = of("engine", 190);
    Series late = speed.between(speed.micros()[0] + 40 * SECOND, Long.MAX_VALUE);
    assertThat(IntStream.range(0, late.size()).mapToDouble(late::value).max().orElseThrow())
        .as("the engine does not race while a gear is out")
        .isLessThan(1_720);
  }

  @Test
  void onABusThatIsFullEveryValueThatGetsThroughIsRecorded() throws InterruptedException {
    long[] heard = new long[1];
    record(TRUCK + "bus: {load: 1.2}\n");
    hears =
        m -> {
          book.heard(m)
              .ifPresent(
                  s -> {
                    heard[0]++;
                    recorder.sample(s);
                  });
        };
    kept.clear();
    pass(10);
    assertThat(kept).as("nothing is dropped on the way").hasSize((int) heard[0]);
    // Engine speed goes before the background: 50 a second, some of them late.
    assertThat(of("engine", 190).size()).isGreaterThan(400);
  }

  @Test
  void tonnesTypedForKilogramsAreRefusedAndNoEngineIsCalledWeakByThem()
      throws InterruptedException {
    record(TRUCK);
    pass(2);
    for (double kilograms : new double[] {27, 8_000, 27_000_000}) {
      assertThatThrownBy(
              () ->
                  PowerPull.of(
                      of("engine", 190),
                      of("engine", 91),
                      of("brakes", 904),
                      pack.drive().orElseThrow(),
                      new PowerPull.Setup(kilograms, 0.03, 0, 0.002, 0)))
          .hasMessageContaining("enter kilograms");
    }
  }

  @Test
  void withoutAPullNothingIsClaimed() throws InterruptedException {
    record(TRUCK);
    pass(20);
    PowerPull.Result r =
        PowerPull.of(
            of("engine", 190),
            of("engine", 91),
            of("brakes", 904),
            pack.drive().orElseThrow(),
            new PowerPull.Setup(27_000, 0.03, 0, 0.002, 0));
    assertThat(r.judgement()).isEqualTo(PowerPull.Judgement.CANNOT_TELL);
    assertThat(r.says()).startsWith("No pull was found");
  }

  private SeaTrial.Result trial(String scenario) throws InterruptedException {
    record(scenario);
    for (double lever : new double[] {0.35, 0.5, 0.65, 0.8, 1}) {
      unit.pedal(lever);
      pass(75);
    }
    return SeaTrial.of(
        IntStream.range(0, 2)
            .mapToObj(i -> i == 0 ? "port" : "starboard")
            .map(
                side -> {
                  String e = "engine-" + side;
                  return new SeaTrial.Engine(
                      side,
                      of(e, 190),
                      of(e, 513),
                      of(e, 514),
                      of(e, 91),
                      of(e, 110),
                      of(e, 173),
                      of(e, 102),
                      of(e, 183));
                })
            .toList(),
        pack.drive().orElseThrow());
  }

  @Test
  void aCleanFerryFollowsThePropellerLawAndReachesRatedSpeed() throws InterruptedException {
    SeaTrial.Result r = trial(FERRY);
    assertThat(r.sides())
        .allSatisfy(
            s -> {
              assertThat(s.points()).as(s.toString()).hasSizeGreaterThanOrEqualTo(4);
              assertThat(s.exponent()).as(s.toString()).isCloseTo(3, within(0.35));
              assertThat(s.fit()).as(s.says().toString()).isEqualTo(SeaTrial.Fit.RIGHT);
            });
    assertThat(r.next()).contains("Nothing to do");
  }

  @Test
  void aFouledHullOverloadsBothEngines() throws InterruptedException {
    SeaTrial.Result r =
        trial(
            FERRY
                + "defects: [{kind: propeller-heavy, size: 1.35, side: port}, {kind: propeller-heavy, size: 1.35, side: starboard}]\n");
    assertThat(r.sides()).allMatch(s -> s.fit() == SeaTrial.Fit.OVERLOADED, r.says().toString());
    assertThat(r.next()).contains("Hull and propeller clean?");
  }

  @Test
  void oneHeavyPropellerShowsBesideTheOther() throws InterruptedException {
    SeaTrial.Result r =
        trial(FERRY + "defects: [{kind: propeller-heavy, size: 1.25, side: starboard}]\n");
    assertThat(r.differences())
        .anyMatch(d -> d.toString().contains("starboard takes") && d.toString().contains("more"));
  }

  @Test
  void aSeriesOfAFileWorksAsWell() {
    Channel speed =
        new Channel(
            "file/1",
            "n",
            0,
            "file",
            "file",
            "",
            Channel.Source.FILE,
            0,
            Scale.plain(1, hitchlamp.core.quantity.Unit.RPM));
    Series empty = new Series(speed, new long[0], new long[0]);
    assertThat(Optional.of(empty.at(0, 1))).contains(Double.NaN);
  }
}
