package hitchlamp.server.hookup;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.server.job.Jobs;
import org.springframework.stereotype.Component;

/** By which pack a unit is read, with what was added to it and what its last visit showed. */
@Component
public class UnitPacks {
  private final Jobs jobs;
  private final PackLibrary shelf;
  private final AddedParameters added;
  private final PastModules past;

  UnitPacks(Jobs jobs, PackLibrary shelf, AddedParameters added, PastModules past) {
    this.past = past;
    this.jobs = jobs;
    this.shelf = shelf;
    this.added = added;
  }

  /** That of a job's unit; known without the database once it was asked for. */
  public Pack of(long job) {
    Jobs.Place place = jobs.place(job);
    return past.over(added.over(named(place.pack()), place.unit()), job);
  }

  /** A named one, for a job's unit. */
  public Pack of(long job, String id) {
    return past.over(added.over(named(id), jobs.place(job).unit()), job);
  }

  /** A pack; that of the standards where there is none of that name. */
  Pack named(String id) {
    return shelf.packs().stream().anyMatch(p -> p.id().equals(id)) ? shelf.with(id) : shelf.base();
  }
}
