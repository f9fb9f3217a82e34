package hitchlamp.server.trace;

import hitchlamp.server.account.Accounts;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Guides: which there are, and following one. */
@RestController
@RequestMapping("/api/jobs/{job}/traces")
class TraceController {
  private final Traces traces;
  private final Accounts accounts;

  TraceController(Traces traces, Accounts accounts) {
    this.traces = traces;
    this.accounts = accounts;
  }

  record TracesView(@NotNull List<Traces.Offer> offers, @NotNull List<TraceView> traces) {}

  record BeginTrace(
      @NotBlank @Size(max = 60) String guide, @NotNull @Size(max = 120) String part) {}

  record Answer(@NotBlank @Size(max = 60) String check, @NotBlank @Size(max = 60) String outcome) {}

  record Assume(
      @NotBlank @Size(max = 60) String check,
      @NotBlank @Size(max = 60) String outcome,
      @NotBlank @Size(max = 300) String reason) {}

  /**
   * A meter reading.
   *
   * @param reading volts or ohms; null with {@code noEnd}
   * @param noEnd true for an open circuit
   */
  record MeterReading(@NotBlank @Size(max = 60) String check, Double reading, boolean noEnd) {}

  record At(@NotBlank @Size(max = 60) String check) {}

  record Aside(@NotBlank @Size(max = 60) String check, @NotBlank @Size(max = 300) String reason) {}

  @GetMapping
  TracesView all(@PathVariable long job) {
    return new TracesView(traces.offers(job), traces.ofJob(job));
  }

  @GetMapping("/{id}")
  TraceView one(@PathVariable long job, @PathVariable long id) {
    return traces.one(job, id);
  }

  /** Begins a guide, or goes on with one for the same part that is under way. */
  @PostMapping
  TraceView begin(@PathVariable long job, @Valid @RequestBody BeginTrace b) {
    return traces.begin(job, b.guide(), b.part(), accounts.me());
  }

  @PostMapping("/{id}/answer")
  TraceView answer(@PathVariable long job, @PathVariable long id, @Valid @RequestBody Answer a) {
    return traces.answer(job, id, a.check(), a.outcome(), accounts.me());
  }

  @PostMapping("/{id}/measure")
  TraceView measure(
      @PathVariable long job, @PathVariable long id, @Valid @RequestBody MeterReading m) {
    double reading =
        m.noEnd() ? Double.POSITIVE_INFINITY : m.reading() == null ? Double.NaN : m.reading();
    return traces.measured(job, id, m.check(), reading, accounts.me());
  }

  @PostMapping("/{id}/assume")
  TraceView assume(@PathVariable long job, @PathVariable long id, @Valid @RequestBody Assume a) {
    return traces.assume(job, id, a.check(), a.outcome(), a.reason(), accounts.me());
  }

  @PostMapping("/{id}/back")
  TraceView back(@PathVariable long job, @PathVariable long id, @Valid @RequestBody At a) {
    return traces.back(job, id, a.check(), accounts.me());
  }

  @PostMapping("/{id}/aside")
  TraceView aside(@PathVariable long job, @PathVariable long id, @Valid @RequestBody Aside a) {
    return traces.setAside(job, id, a.check(), a.reason(), accounts.me());
  }

  /** Lets the unit answer the check that is open; the answer comes over the stream. */
  @PostMapping("/{id}/look")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void look(@PathVariable long job, @PathVariable long id) {
    traces.look(job, id);
  }
}
