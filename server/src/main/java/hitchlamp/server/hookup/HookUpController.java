package hitchlamp.server.hookup;

import hitchlamp.core.hookup.PairCheck;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Accounts;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Logbook;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.OptionalDouble;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.databind.JsonNode;

/** Links, hook-ups, roll calls, and the cabs of simulated units. */
@RestController
@RequestMapping("/api/jobs/{job}")
class HookUpController {
  private final HookUps hookUps;
  private final Cabs cabs;
  private final Logbook logbook;
  private final Accounts accounts;

  HookUpController(HookUps hookUps, Cabs cabs, Logbook logbook, Accounts accounts) {
    this.hookUps = hookUps;
    this.cabs = cabs;
    this.logbook = logbook;
    this.accounts = accounts;
  }

  record Choose(@NotBlank @Size(max = 200) String link) {}

  record Call(boolean full) {}

  /** Meter readings; null where not taken. */
  record PairReadings(
      @DecimalMin("-100") @DecimalMax("100") Double supplyVolts,
      @DecimalMin("0") @DecimalMax("10000000") Double ohms,
      @DecimalMin("-100") @DecimalMax("100") Double highVolts,
      @DecimalMin("-100") @DecimalMax("100") Double lowVolts) {}

  record CabAction(
      @NotBlank @Size(max = 20) String action, @NotBlank @Size(max = 20) String value) {}

  @GetMapping("/links")
  List<LinkChoice> links(@PathVariable long job) {
    return hookUps.links(job);
  }

  @PostMapping("/recordings")
  @ResponseStatus(HttpStatus.CREATED)
  LogAdded addLog(@PathVariable long job, @RequestParam MultipartFile file) throws IOException {
    String name =
        file.getOriginalFilename() == null
            ? "log"
            : file.getOriginalFilename().replaceAll("[\\\\/\\p{Cntrl}]", "_");
    try (InputStream content = file.getInputStream()) {
      return hookUps.addLog(job, name, content, accounts.me());
    }
  }

  @PostMapping("/hook-up")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void hookUp(@PathVariable long job, @Valid @RequestBody Choose c) {
    hookUps.hookUp(job, c.link(), accounts.me());
  }

  @DeleteMapping("/hook-up")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void unhook(@PathVariable long job) {
    Account me = accounts.me();
    hookUps.unhook(job, me, HookupWords.say("unhooked-by", me.name()));
  }

  /** Lets go of everything held. Everybody may: letting go is always safe. */
  @PostMapping("/release")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void release(@PathVariable long job) {
    hookUps.releaseAll(job);
  }

  @PostMapping("/roll-call")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void callRoll(@PathVariable long job, @RequestBody Call c) {
    hookUps.callRoll(job, c.full(), accounts.me());
  }

  @DeleteMapping("/roll-call")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void stopRoll(@PathVariable long job) {
    hookUps.stopRoll(job);
  }

  /** The last roll of the job as stored; 404 where there is none yet. */
  @GetMapping("/roll")
  RollView roll(@PathVariable long job) {
    RollView last = hookUps.lastRoll(job);
    if (last == null) {
      throw new Refusal(
          HttpStatus.NOT_FOUND,
          HookupWords.say("the-roll-has-not-been-called"),
          HookupWords.say("hook-up-and-call-the-roll"));
    }
    return last;
  }

  /** Judges meter readings of the CAN pair and enters them into the logbook. */
  @PostMapping("/pair-check")
  List<PairCheck.Finding> pairCheck(@PathVariable long job, @Valid @RequestBody PairReadings r) {
    Account me = accounts.me();
    var findings =
        PairCheck.judge(of(r.supplyVolts()), of(r.ohms()), of(r.highVolts()), of(r.lowVolts()));
    if (findings.isEmpty()) {
      throw Refusal.bad(
          HookupWords.say("no-reading-was-entered"),
          HookupWords.say("measure-at-least-one-of-the"));
    }
    StringBuilder text = new StringBuilder(HookupWords.say("measured-at-the-plug"));
    text.append(r.supplyVolts() == null ? "" : " " + r.supplyVolts() + " V supply");
    text.append(r.ohms() == null ? "" : " " + r.ohms() + " Ω across")
        .append(r.highVolts() == null ? "" : " " + r.highVolts() + " V high")
        .append(r.lowVolts() == null ? "" : " " + r.lowVolts() + " V low")
        .append('.');
    findings.forEach(f -> text.append(' ').append(f.says()));
    logbook.enter(job, Logbook.Kind.NOTE, text.toString(), me.id(), Logbook.Moment.UNKNOWN);
    return findings;
  }

  private static OptionalDouble of(Double value) {
    return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
  }

  @GetMapping("/cab/{unit}")
  JsonNode cab(@PathVariable long job, @PathVariable String unit) {
    return cabs.cab(unit);
  }

  /** Points of a simulated unit's harness that a meter can be put on, and its plugs. */
  @GetMapping("/cab/{unit}/points")
  JsonNode points(@PathVariable long job, @PathVariable String unit) {
    return cabs.points(unit);
  }

  /** What a person's meter shows between two points of a simulated unit. */
  @GetMapping("/cab/{unit}/meter")
  JsonNode meter(
      @PathVariable long job,
      @PathVariable String unit,
      @RequestParam @Size(max = 40) String red,
      @RequestParam @Size(max = 40) String black,
      @RequestParam @Size(max = 10) String quantity) {
    return cabs.meter(unit, red, black, quantity);
  }

  /** Does in the cab of a simulated unit what a person would do there. */
  @PostMapping("/cab/{unit}")
  JsonNode act(@PathVariable long job, @PathVariable String unit, @Valid @RequestBody CabAction a) {
    return cabs.act(unit, a.action(), a.value());
  }
}
