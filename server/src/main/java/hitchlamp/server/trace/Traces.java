package hitchlamp.server.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.signoff.Traced;
import hitchlamp.core.trace.GuideText;
import hitchlamp.core.trace.TestAnswer;
import hitchlamp.core.trace.Trace;
import hitchlamp.core.trace.TraceEntry;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.server.account.Account;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.JobPage;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.stream.StreamBody;
import hitchlamp.server.stream.Topics;
import hitchlamp.server.trial.Trials;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/**
 * Guides that people follow in a job. Where one stands is worked out from what happened, which is
 * only ever added to.
 */
@Service
public class Traces implements JobPage {
  /** Guides that can be begun in one job. */
  static final int MOST_GUIDES = 200;

  /** Longest words that are kept of a check or an answer, characters. */
  private static final int LONGEST = 1_000;

  /** What can happen in one guide: answers, steps back, assumptions. */
  static final int MOST_ENTRIES = 500;

  private final TraceMapper mapper;
  private final Jobs jobs;
  private final Logbook logbook;
  private final Topics topics;
  private final Trials trials;
  private final ObjectProvider<TraceWork> work;

  Traces(
      TraceMapper mapper,
      Jobs jobs,
      Logbook logbook,
      Topics topics,
      Trials trials,
      ObjectProvider<TraceWork> work) {
    this.mapper = mapper;
    this.jobs = jobs;
    this.logbook = logbook;
    this.topics = topics;
    this.trials = trials;
    this.work = work;
  }

  /** A guide that could be followed, for a part or, with an empty part, for a symptom. */
  record Offer(
      @NotNull String guide,
      @NotNull String part,
      @NotNull String title,
      @NotNull String symptom,
      @NotNull boolean circuit) {}

  /** What a check that listens waits for. */
  record Waits(@NotNull long trace, @NotNull String check, @NotNull String says) {}

  @Configuration
  static class Bodies {
    @Bean
    StreamBody tracing() {
      return new StreamBody(Waits.class);
    }
  }

  /** What was read of one guide, put together. */
  private record StoredTrace(
      TraceMapper.Row row, List<TraceMapper.EntryRow> entries, Optional<Trace> trace, Pack pack) {
    TraceView view() {
      return TraceView.of(row, entries, trace, pack);
    }
  }

  private Pack pack(long job) {
    return work.getObject().pack(job);
  }

  /** Everything that can be traced on the unit of a job; nothing where its pack is not known. */
  List<Offer> offers(long job) {
    Pack pack = pack(job);
    List<Offer> offers = new ArrayList<>();
    for (Guide g : pack.guides().values()) {
      if (g.parts().isEmpty()) {
        offers.add(new Offer(g.id(), "", g.title(), g.symptom(), false));
      }
    }
    for (Component c : pack.components().values()) {
      for (Guide g : pack.guidesFor(c)) {
        offers.add(new Offer(g.id(), c.id(), title(g, pack, c), "", pack.wiring().knows(c.base())));
      }
    }
    return offers;
  }

  private static String title(Guide g, Pack pack, Component part) {
    String filled = GuideText.fill(g.title(), pack, part);
    return filled.isEmpty() ? g.id() : filled.substring(0, 1).toUpperCase() + filled.substring(1);
  }

  private static Component part(Guide g, Pack pack, String id) {
    if (g.parts().isEmpty() && id.isEmpty()) {
      return g.unit(pack);
    }
    return Optional.ofNullable(pack.components().get(id))
        .filter(c -> g.serves(c.base(), pack.wiring()))
        .orElseThrow(() -> Refusal.missing(TraceWords.say("part-of-this-guide")));
  }

  private static Optional<Trace> trace(
      TraceMapper.Row row, List<TraceMapper.EntryRow> entries, Pack pack) {
    Guide g = pack.guides().get(row.guide());
    if (g == null || !row.part().isEmpty() && !pack.components().containsKey(row.part())) {
      return Optional.empty();
    }
    return Optional.of(
        Trace.of(
            g,
            part(g, pack, row.part()),
            entries.stream()
                .map(
                    e ->
                        new TraceEntry(
                            e.checkId(), TraceEntry.How.valueOf(e.how()), e.outcome(), e.says()))
                .toList()));
  }

  private StoredTrace kept(long job, TraceMapper.Row row) {
    Pack pack = pack(job);
    List<TraceMapper.EntryRow> entries = mapper.entries(row.id());
    return new StoredTrace(row, entries, trace(row, entries, pack), pack);
  }

  private StoredTrace kept(long job, long id) {
    return kept(job, mapper.one(job, id).orElseThrow(() -> Refusal.missing("guide")));
  }

  private List<StoredTrace> all(long job) {
    jobs.job(job);
    Pack pack = pack(job);
    Map<Long, List<TraceMapper.EntryRow>> entries =
        mapper.entriesOfJob(job).stream()
            .collect(Collectors.groupingBy(TraceMapper.EntryRow::traceId));
    return mapper.ofJob(job).stream()
        .map(
            row -> {
              List<TraceMapper.EntryRow> own = entries.getOrDefault(row.id(), List.of());
              return new StoredTrace(row, own, trace(row, own, pack), pack);
            })
        .toList();
  }

  /** Guides of a job, newest first. */
  List<TraceView> ofJob(long job) {
    return all(job).stream().map(StoredTrace::view).toList();
  }

  /** The same for the sign-off. */
  public List<Traced> traced(long job) {
    return all(job).stream().map(Traces::traced).toList();
  }

  private static Traced traced(StoredTrace k) {
    TraceView v = k.view();
    Optional<Guide.Conclusion> end = k.trace().flatMap(Trace::conclusion);
    Instant last =
        k.entries().isEmpty()
            ? v.beganAt()
            : k.entries().get(k.entries().size() - 1).at().toInstant(ZoneOffset.UTC);
    return new Traced(
        v.id(),
        v.title(),
        last,
        end.map(Guide.Conclusion::finding),
        v.state() == TraceView.State.CHANGED
            ? TraceWords.say("the-guide-has-changed-since")
            : v.setAside(),
        v.check() == null ? "" : v.check().says(),
        v.check() == null || v.check().found() == null
            ? ""
            : String.join(" ", v.check().found().next()),
        k.trace().map(Trace::assumed).orElse(List.of()).stream()
            .map(
                s ->
                    GuideText.fill(s.check().says(), k.pack(), k.trace().orElseThrow().part())
                        + " "
                        + s.entry().says())
            .toList());
  }

  TraceView one(long job, long id) {
    return kept(job, id).view();
  }

  /** Begins a guide, or goes on with one for the same part that is under way. */
  synchronized TraceView begin(long job, String guide, String part, Account who) {
    open(job);
    Pack pack = pack(job);
    Guide g =
        Optional.ofNullable(pack.guides().get(guide))
            .orElseThrow(() -> Refusal.missing(TraceWords.say("guide-of-this-units-pack")));
    Component c = part(g, pack, part);
    for (TraceMapper.Row row : mapper.ofJob(job)) {
      if (row.guide().equals(guide) && row.part().equals(part)) {
        StoredTrace k = kept(job, row);
        boolean open = k.view().state() == TraceView.State.UNDER_WAY;
        if (open || k.view().state() == TraceView.State.SET_ASIDE) {
          return k.view();
        }
        break;
      }
    }
    if (mapper.ofJob(job).size() >= MOST_GUIDES) {
      throw Refusal.conflict(
          TraceWords.say("guides-were-begun-in-this-job", MOST_GUIDES),
          TraceWords.say("go-on-with-one-of-them"));
    }
    String title = title(g, pack, c);
    mapper.begin(job, guide, part, title, who.id(), pack.id(), pack.hash());
    logbook.enter(
        job, Logbook.Kind.TRACE, TraceWords.say("tracing-begun", title), who.id(), now(job));
    return tell(job, mapper.ofJob(job).get(0).id());
  }

  private void open(long job) {
    if (!jobs.job(job).state().equals("OPEN")) {
      throw Refusal.conflict(
          TraceWords.say("this-job-is-closed"), TraceWords.say("open-it-again-or-open-a"));
    }
  }

  /** The hours that were told last in the job. */
  private Logbook.Moment now(long job) {
    Double hours = jobs.job(job).hours();
    return new Logbook.Moment(null, hours, hours == null ? null : "engine");
  }

  /** A person answers the check that is open. */
  TraceView answer(long job, long id, String check, String outcome, Account who) {
    return add(job, id, check, t -> t.answer(outcome), who);
  }

  /** A person enters a meter reading; no end for an open circuit. */
  TraceView measured(long job, long id, String check, double reading, Account who) {
    return add(job, id, check, t -> t.measured(reading), who);
  }

  TraceView assume(long job, long id, String check, String outcome, String reason, Account who) {
    return add(job, id, check, t -> t.assume(outcome, reason), who);
  }

  TraceView back(long job, long id, String check, Account who) {
    return add(job, id, check, Trace::back, who);
  }

  TraceView setAside(long job, long id, String check, String reason, Account who) {
    return add(job, id, check, t -> t.setAside(reason), who);
  }

  private synchronized TraceView add(
      long job, long id, String check, Function<Trace, TraceEntry> what, Account who) {
    open(job);
    StoredTrace k = kept(job, id);
    Trace t = at(k, check);
    if (k.entries().size() >= MOST_ENTRIES) {
      throw Refusal.conflict(
          TraceWords.say("so-much-has-happened-in-this"), TraceWords.say("begin-it-anew"));
    }
    TraceEntry e;
    try {
      e = what.apply(t);
    } catch (IllegalArgumentException wrong) {
      throw Refusal.bad(
          TraceWords.say("that-does-not-fit", wrong.getMessage()),
          TraceWords.say("use-what-the-page-offers"));
    }
    work.getObject().stop(job, id);
    enter(job, k, e, who.id(), now(job));
    return tell(job, id);
  }

  /** The trace, where it still stands at the check that somebody sees. */
  private static Trace at(StoredTrace k, String check) {
    Trace t =
        k.trace()
            .orElseThrow(
                () ->
                    Refusal.conflict(
                        TraceWords.say("the-pack-has-this-guide-no"),
                        TraceWords.say("begin-with-one-that-it-has")));
    if (t.at().isEmpty() || !t.at().get().id().equals(check)) {
      throw Refusal.conflict(
          TraceWords.say("this-guide-has-moved-on-meanwhile"),
          TraceWords.say("look-at-the-check-that-is"));
    }
    return t;
  }

  private void enter(long job, StoredTrace k, TraceEntry e, Long account, Logbook.Moment moment) {
    Trace t = k.trace().orElseThrow();
    String asked =
        Optional.ofNullable(t.guide().checks().get(e.check()))
            .map(c -> GuideText.fill(c.says(), k.pack(), t.part()))
            .orElse(e.check());
    mapper.add(
        k.row().id(),
        e.check(),
        cut(asked),
        e.how().name(),
        e.outcome(),
        cut(e.says()),
        account,
        moment.hours(),
        moment.busMicros());
    logbook.enter(
        job, Logbook.Kind.TRACE, k.row().title() + ": " + words(e, asked), account, moment);
  }

  private static String cut(String text) {
    return text.length() > LONGEST ? text.substring(0, LONGEST) : text;
  }

  private static String words(TraceEntry e, String asked) {
    return switch (e.how()) {
      case BACK -> TraceWords.say("gone-back-to", asked);
      case SET_ASIDE -> TraceWords.say("set-aside", e.says());
      default -> asked + " " + e.says();
    };
  }

  /** Tells where a guide stands. */
  private TraceView tell(long job, long id) {
    TraceView v = one(job, id);
    topics.job(job).event("trace", v);
    return v;
  }

  /** Lets the unit answer the check that is open. */
  void look(long job, long id) {
    StoredTrace k = kept(job, id);
    Trace t =
        k.trace().orElseThrow(() -> Refusal.missing(TraceWords.say("guide-of-this-units-pack")));
    Guide.Check check = t.at().orElseThrow(() -> Refusal.missing("check"));
    if (!check.asks().ofUnit()) {
      throw Refusal.bad(
          TraceWords.say("the-unit-cannot-answer-this-check"),
          TraceWords.say("answer-it-yourself"));
    }
    if (check.asks() instanceof Guide.Test asked) {
      tested(job, k, check, asked);
      return;
    }
    work.getObject().listen(job, id, check, t.part());
  }

  /** What a test says, of one of its parts where the guide asks for one. */
  private Optional<TestAnswer.Done> done(long job, Trials.TrialHead x, String part) {
    return part.isEmpty()
        ? Optional.of(new TestAnswer.Done(x.endedAt(), x.verdict(), x.says()))
        : trials
            .part(job, x.id(), part)
            .map(p -> new TestAnswer.Done(x.endedAt(), p.verdict(), p.says().text()));
  }

  /** A test that was done since the guide began answers by its verdict. */
  private synchronized void tested(long job, StoredTrace k, Guide.Check check, Guide.Test asked) {
    UnitAnswer answer =
        TestAnswer.of(
            trials.ofJob(job).stream()
                .filter(x -> x.kind().equals(asked.kind()) && x.verdict() != null)
                .flatMap(x -> done(job, x, asked.part()).stream())
                .toList(),
            k.row().beganAt().toInstant(ZoneOffset.UTC));
    answered(job, k.row().id(), check.id(), answer, jobs.job(job).hours(), 0);
  }

  /** What is waited for just now. */
  void waits(long job, long trace, String check, String says) {
    topics.job(job).value("tracing", new Waits(trace, check, says));
  }

  /** The unit has answered a check, or cannot. */
  synchronized void answered(
      long job, long trace, String check, UnitAnswer answer, Double hours, long busMicros) {
    if (answer.outcome().isEmpty()) {
      waits(job, trace, check, TraceWords.say("the-unit-cannot-tell", answer.says()));
      return;
    }
    StoredTrace k = kept(job, trace);
    if (k.trace().flatMap(Trace::at).filter(c -> c.id().equals(check)).isEmpty()) {
      // Somebody answered it meanwhile.
      return;
    }
    enter(
        job,
        k,
        k.trace().orElseThrow().told(answer),
        null,
        new Logbook.Moment(
            busMicros == 0 ? null : busMicros, hours, hours == null ? null : "engine"));
    tell(job, trace);
  }

  @Override
  public String page() {
    return "guides";
  }

  @Override
  public void showAll(long job) {
    offers(job);
    ofJob(job);
    traced(job);
  }
}
