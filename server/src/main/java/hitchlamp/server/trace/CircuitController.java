package hitchlamp.server.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Wiring;
import hitchlamp.core.trace.CircuitSheet;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.watch.WatchWork;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Circuit sheets. */
@RestController
@RequestMapping("/api/jobs/{job}/circuits")
class CircuitController {
  private final WatchWork work;
  private final Jobs jobs;

  CircuitController(WatchWork work, Jobs jobs) {
    this.work = work;
    this.jobs = jobs;
  }

  private static Component part(Pack pack, String id) {
    return Optional.ofNullable(pack.components().get(id))
        .filter(c -> pack.wiring().knows(c.base()))
        .orElseThrow(() -> Refusal.missing(TraceWords.say("circuit-of-this-unit")));
  }

  /** The wiring of a part. */
  @GetMapping("/{part}")
  CircuitView sheet(@PathVariable long job, @PathVariable String part) {
    jobs.job(job);
    Pack pack = work.pack(job);
    return CircuitView.of(pack, part(pack, part));
  }

  /** What the modules make of the signals on a sheet; empty where the job is not hooked up. */
  @GetMapping("/{part}/now")
  List<CircuitView.ContactNow> now(@PathVariable long job, @PathVariable String part) {
    Pack pack = work.pack(job);
    Component c = part(pack, part);
    List<Wiring.Fitting> fittings = CircuitSheet.of(pack.wiring(), c.base()).fittings();
    Set<Integer> spns = new LinkedHashSet<>();
    fittings.forEach(
        f -> f.contacts().stream().filter(x -> x.spn() > 0).forEach(x -> spns.add(x.spn())));
    Map<Integer, Double> figures;
    try {
      figures = spns.isEmpty() ? Map.of() : work.figures(job, spns, pack.sideOf(c.module()));
    } catch (Refusal notHookedUp) {
      return List.of();
    }
    List<CircuitView.ContactNow> now = new ArrayList<>();
    for (Wiring.Fitting f : fittings) {
      for (Wiring.Contact x : f.contacts()) {
        Double value = figures.get(x.spn());
        if (value != null) {
          double volts = x.volts(value);
          now.add(
              new CircuitView.ContactNow(
                  f.point(x),
                  value,
                  pack.told(x.spn()).map(p -> p.unit().symbol()).orElse(""),
                  Double.isNaN(volts) ? null : volts));
        }
      }
    }
    return now;
  }
}
