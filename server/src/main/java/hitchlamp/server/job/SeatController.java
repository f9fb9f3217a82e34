package hitchlamp.server.job;

import hitchlamp.server.account.Accounts;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The seat at the unit of a job. */
@RestController
@RequestMapping("/api/jobs/{job}/seat")
class SeatController {
  private final Seats seats;
  private final Jobs jobs;
  private final Accounts accounts;

  SeatController(Seats seats, Jobs jobs, Accounts accounts) {
    this.seats = seats;
    this.jobs = jobs;
    this.accounts = accounts;
  }

  record HandOver(@NotBlank String to) {}

  @GetMapping
  Seats.Seat seat(@PathVariable long job) {
    return seats.at(jobs.job(job).unitId());
  }

  @PostMapping
  Seats.Seat take(@PathVariable long job) {
    return seats.take(jobs.job(job).unitId(), job, accounts.me());
  }

  @PostMapping("/hand-over")
  Seats.Seat handOver(@PathVariable long job, @Valid @RequestBody HandOver h) {
    return seats.handOver(jobs.job(job).unitId(), job, accounts.me(), accounts.find(h.to()));
  }

  @DeleteMapping
  Seats.Seat giveUp(@PathVariable long job) {
    return seats.giveUp(jobs.job(job).unitId(), job, accounts.me());
  }
}
