package hitchlamp.standin.unit;

import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.model.HistorySolver;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.story.StoryKeeper;
import hitchlamp.standin.story.ToolEvent;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.SplittableRandom;

/** What a unit has lived through before today. */
final class UnitHistory {
  private static final int FIRST_REMEMBERED_SPN = 2_900;

  /**
   * What the unit has done in all.
   *
   * @param kilometresPerHour over the part that was lived
   * @param litres of all engines in that part
   */
  record Lived(double kilometres, double kilometresPerHour, double litres) {}

  private final SimUnit unit;

  UnitHistory(SimUnit unit) {
    this.unit = unit;
  }

  /** Lives the history before today: counters run, monitors watch; one engine after the other. */
  Lived live() {
    Scenario.History h = unit.scenario().history();
    HistorySolver.Used used = live(unit.first, unit.random.split());
    double litres = used.litres();
    for (EngineUnit p : unit.plants.subList(1, unit.plants.size())) {
      litres += live(p, unit.random.split()).litres();
    }
    return new Lived(
        h.kilometres() + used.kilometres(),
        used.kilometres() / Math.max(0.1, h.hours() - h.from()),
        litres);
  }

  private HistorySolver.Used live(EngineUnit plant, SplittableRandom days) {
    Scenario.History h = unit.scenario().history();
    double until = plant.from() + h.hours() - h.from();
    StoryKeeper story = plant.story();
    // What tools did stands on the unit.first engine's clock.
    double shift = until - h.hours();
    Deque<Scenario.Past> events = new ArrayDeque<>(h.past());
    while (!events.isEmpty() && events.peek().at() < h.from()) {
      Scenario.Past before = events.poll();
      story.note(before.what(), before.at() + shift, before.tool());
    }
    boolean leads = plant == unit.first;
    unit.memories.forEach(
        (module, memory) -> {
          if (unit.plantOf(module) == plant) {
            memory.preceded((int) (plant.from() / h.run()));
          }
        });
    HistorySolver.Used used =
        new HistorySolver(plant.solver(), plant.condition(), h.idle(), h.run(), unit.build.duty())
            .live(
                plant.from(),
                until,
                plant.state(),
                days,
                new HistorySolver.Witness() {
                  @Override
                  public void step(double at, double seconds, EngineState s) {
                    plant.hours(at);
                    plant.apply(unit.scenario(), leads);
                    plant.sense(seconds);
                    plant.engine().monitor(seconds, at);
                    unit.build.step(seconds, unit, plant.id(), true);
                    unit.sensors().step(seconds);
                    unit.others(seconds, plant);
                    story.step(seconds, at, s);
                    past(plant, events, at, shift);
                  }

                  @Override
                  public void coldStart(double at, EngineState s) {
                    plant.hours(at);
                    story.coldStart();
                    unit.monitorRecords.forEach(
                        (module, m) -> {
                          if (unit.plantOf(module) == plant) {
                            m.started(unit.clock(module));
                          }
                        });
                    plant.apply(unit.scenario(), leads);
                    plant.sense(600);
                    plant.engine().coldCheck(at);
                    unit.build.step(600, unit, plant.id(), true);
                  }

                  @Override
                  public void warmedUp(double at) {
                    unit.memories.forEach(
                        (module, memory) -> {
                          if (unit.plantOf(module) == plant) {
                            memory.warmedUp();
                          }
                        });
                  }
                });
    past(plant, events, until, shift);
    story.preceded(plant.from(), h.kilometres());
    plant.hours(until);
    return used;
  }

  /** What tools did up to an engine hour. */
  private void past(EngineUnit plant, Deque<Scenario.Past> events, double at, double shift) {
    while (!events.isEmpty() && events.peek().at() + shift <= at) {
      Scenario.Past e = events.poll();
      plant.story().note(e.what(), e.at() + shift, e.tool());
      if (e.what() == ToolEvent.CLEAR) {
        unit.memories.forEach(
            (module, memory) -> {
              if (unit.plantOf(module) == plant) {
                memory.clear(unit.clock(module));
              }
            });
      }
    }
  }

  /**
   * Fills the unit.memories with made-up faults of long ago, as many as the unit.scenario wants.
   */
  void remember() {
    List<String> serving =
        unit.build.modules().stream()
            .filter(s -> s.services() && unit.modules.containsKey(s.id()))
            .map(ModuleSpec::id)
            .toList();
    SplittableRandom r = new SplittableRandom(unit.scenario().seed());
    for (int i = 0; i < unit.scenario().trouble().remembers(); i++) {
      String module = serving.get(i % serving.size());
      double last = unit.clock(module) * (0.2 + 0.8 * r.nextDouble());
      unit.memories
          .get(module)
          .remember(
              FIRST_REMEMBERED_SPN + i / serving.size(),
              r.nextInt(20),
              1 + r.nextInt(60),
              last - r.nextDouble() * 5,
              last);
    }
  }
}
