package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Link;
import hitchlamp.core.bus.LinkCapabilities;
import hitchlamp.core.bus.LinkEvent;
import hitchlamp.core.fault.FaultCall;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.StoryKind;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.story.Background;
import hitchlamp.core.story.Contradictions;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Findings;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.ProtectionRecord;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TrailEntry;
import hitchlamp.core.story.Use;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.TestedUnit;
import hitchlamp.core.words.Said;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** What simulated units remember of a life that they really led, read in lock-step. */
class StoryReadTest extends VisitTest {
  private static final int ENGINE_TO_US = 0x18DA << 16 | 0xF9 << 8;
  private static final String HEAD =
      "scenario: s\ntitle: S\nunit: road-truck\nseed: 5\nvin: SMW0TPR1400018204\n";

  private static double of(Use use, UseFigure figure, Unit unit) {
    return use.in(figure, unit).orElseThrow(() -> new AssertionError(figure + " in " + use));
  }

  @Test
  void aLifeOfLoadingAndHaulingIsToldWithoutContradiction() throws InterruptedException {
    visit(HEAD + "history: {from: 4000, hours: 4100, kilometres: 116000, idle: 0.3}\n");
    ModuleStory engine = readStory().keeper().orElseThrow();
    Use life = engine.life();
    assertThat(of(life, UseFigure.HOURS, Unit.HOUR)).isCloseTo(4_100, within(0.1));
    assertThat(of(life.worked(), UseFigure.IDLE_SHARE, Unit.PERCENT)).isCloseTo(30, within(1.0));
    assertThat(of(life.worked(), UseFigure.FUEL_RATE, Unit.LITRE_PER_HOUR)).isBetween(5.0, 40.0);
    assertThat(of(life.worked(), UseFigure.LOAD_FACTOR, Unit.PERCENT)).isBetween(20.0, 60.0);
    assertThat(of(life, UseFigure.REGENERATIONS, Unit.ONE)).isGreaterThan(20);
    Use trip = engine.trip();
    assertThat(of(trip, UseFigure.BEGAN, Unit.HOUR)).isCloseTo(4_000, within(0.05));
    assertThat(of(trip, UseFigure.HOURS, Unit.HOUR)).isCloseTo(100, within(0.1));
    assertThat(engine.lifeDuty().orElseThrow().total() / 3600).isCloseTo(4_100, within(1.0));
    assertThat(engine.bands().orElseThrow().hours()).hasSize(6);
    assertThat(engine.plain().in(UseFigure.FUEL, Unit.LITRE).getAsDouble())
        .as("the standard message tells the same")
        .isCloseTo(of(life, UseFigure.FUEL, Unit.LITRE), within(0.6));
    assertThat(Contradictions.of(engine)).isEmpty();
    assertThat(engine.oddities()).isEmpty();
  }

  @Test
  void anOverheatingThatSomebodyClearedAwayIsFound() throws InterruptedException {
    visit(
        HEAD
            + "history: {from: 900, hours: 1000, past: [{at: 996, what: clear, tool: OAKTOOL}]}\n"
            + "defects: [{kind: radiator-blocked, size: 0.75, from: 960, until: 996}]\n");
    StoryReading story = readStory();
    ModuleStory engine = story.keeper().orElseThrow();
    ProtectionRecord hot = engine.protection().get(0);
    assertThat(hot.name()).isEqualTo("Coolant temperature");
    assertThat(hot.peak()).isGreaterThan(hot.limit());
    assertThat(hot.firstHour()).isBetween(960.0, 965.0);
    assertThat(hot.lastHour()).isBetween(990.0, 997.0);
    assertThat(engine.trail())
        .first()
        .satisfies(
            t -> {
              assertThat(t.deed()).contains(StoryKind.ToolEvent.CLEAR);
              assertThat(t.tool()).isEqualTo("OAKTOOL");
              assertThat(t.hour()).isCloseTo(996, within(0.05));
            });
    FaultCall faults = new FaultCall(pack, roll.modules(pack));
    run(faults);
    Finding first =
        Findings.of(
                story,
                new Background(Optional.of(faults.result()), List.of(), Optional.empty()),
                pack)
            .get(0);
    assertThat(first.kind()).isEqualTo(Finding.Kind.WIPED_LATELY);
    assertThat(first.title().toString())
        .startsWith("Faults were cleared 4.")
        .endsWith("before this visit.");
    assertThat(first.reasons())
        .extracting(Said::toString)
        .anyMatch(r -> r.startsWith("Coolant temperature reached "));
  }

  @Test
  void aTrailOfHundredsOfDeedsComesPageByPage() throws InterruptedException {
    StringBuilder past = new StringBuilder();
    for (int i = 0; i < 350; i++) {
      past.append(i == 0 ? "" : ", ")
          .append("{at: ")
          .append(500 + i)
          .append(", what: adjustment, tool: T")
          .append(i)
          .append("}");
    }
    visit(HEAD + "history: {from: 999, hours: 1000, past: [" + past + "]}\n");
    List<TrailEntry> trail = readStory().keeper().orElseThrow().trail();
    assertThat(trail).hasSize(350);
    assertThat(trail.get(0).tool()).as("the latest first").isEqualTo("T349");
    assertThat(trail.get(349).tool()).isEqualTo("T0");
  }

  @Test
  void aModuleWithoutATrailSaysSoAndTheRestIsRead() throws InterruptedException {
    visit(HEAD + "history: {from: 999, hours: 1000}\ntrouble: {no-trail: [engine]}\n");
    ModuleStory engine = readStory().keeper().orElseThrow();
    assertThat(engine.trailKnown()).isFalse();
    assertThat(engine.oddities())
        .singleElement()
        .asString()
        .isEqualTo("Asked for its trail, it does not know what was asked for.");
    assertThat(engine.life().nothing()).isFalse();
  }

  @Test
  void aTripIsResetInASessionThatIsClosedAgainAndTheTrailNamesIt() throws InterruptedException {
    visit(HEAD + "history: {from: 900, hours: 1000}\n");
    ModuleStory before = readStory().keeper().orElseThrow();
    assertThat(of(before.trip(), UseFigure.HOURS, Unit.HOUR)).isGreaterThan(99);
    Bench<?, ?> reset =
        Bench.of(
            pack.bench().tests().get(pack.story().resetTrip()),
            pack,
            TestedUnit.of(before.target()));
    station.run(reset);
    station.say(reset, Bench.BEGIN_SOON);
    LockStep.run(link, station, station.now() + 10_000_000, reset::finished);
    assertThat(reset.result().ending()).isEqualTo(BenchState.Ending.COMPLETE);
    assertThat(reset.result().judgement().verdict()).isEqualTo(Verdict.PASS);
    LockStep.run(link, station, station.now() + 1_000_000, () -> station.holds().isEmpty());
    assertThat(station.holds()).as("the session is let go").isEmpty();
    ModuleStory after = readStory().keeper().orElseThrow();
    assertThat(of(after.trip(), UseFigure.HOURS, Unit.HOUR)).isLessThan(0.1);
    assertThat(of(after.life(), UseFigure.HOURS, Unit.HOUR)).isGreaterThan(999);
    assertThat(after.trail().get(0).title()).isEqualTo("Trip reset");
    assertThat(after.trail().get(0).tool()).isEqualTo("SA 249");
  }

  /** Lets what the engine sends by service pass through {@code change} before the tool hears it. */
  private void hearEngineThrough(UnaryOperator<List<LinkEvent>> change) {
    Link whole = link;
    Deque<LinkEvent> waiting = new ArrayDeque<>();
    link =
        new Link() {
          @Override
          public LinkCapabilities capabilities() {
            return whole.capabilities();
          }

          @Override
          public LinkEvent await(long untilMicros) throws InterruptedException {
            while (waiting.isEmpty()) {
              LinkEvent e = whole.await(untilMicros);
              boolean ofEngine =
                  e instanceof LinkEvent.Seen seen
                      && seen.stamped().frame().identifier() == ENGINE_TO_US;
              waiting.addAll(ofEngine ? change.apply(List.of(e)) : List.of(e));
            }
            return waiting.poll();
          }

          @Override
          public void send(Frame frame) {
            whole.send(frame);
          }

          @Override
          public void close() {
            whole.close();
          }
        };
  }

  @Test
  void segmentsThatComeTwiceSpoilNoTable() throws InterruptedException {
    visit(HEAD + "history: {from: 900, hours: 1000, kilometres: 26000}\n");
    int[] count = {0};
    hearEngineThrough(e -> ++count[0] % 5 == 0 ? List.of(e.get(0), e.get(0)) : e);
    ModuleStory engine = readStory().keeper().orElseThrow();
    assertThat(count[0]).isGreaterThan(100);
    assertThat(Contradictions.of(engine)).isEmpty();
    assertThat(engine.oddities()).isEmpty();
    assertThat(engine.lifeDuty()).isPresent();
    assertThat(of(engine.life(), UseFigure.HOURS, Unit.HOUR)).isCloseTo(1_000, within(0.1));
  }

  @Test
  void anEngineThatFallsSilentWithinATableIsNamedAndTheOthersAreReadOn()
      throws InterruptedException {
    visit(HEAD + "history: {from: 900, hours: 1000}\n");
    int[] count = {0};
    hearEngineThrough(e -> ++count[0] > 8 ? List.of() : e);
    StoryReading story = readStory();
    ModuleStory engine =
        story.modules().stream().filter(m -> m.target().kind().equals("engine")).findFirst().get();
    assertThat(engine.oddities()).isNotEmpty();
    assertThat(engine.lifeDuty()).isEmpty();
    assertThat(story.modules().stream().filter(ModuleStory::tells)).hasSizeGreaterThan(2);
  }
}
