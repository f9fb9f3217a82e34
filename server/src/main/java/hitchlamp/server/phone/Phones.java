package hitchlamp.server.phone;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Sessions;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.job.Seats;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;

/**
 * Phones that see the test of one job, tell what somebody saw of it and can end it, nothing else.
 * Each is known by a token that nobody guesses; it ends with the job, with the seat of whoever
 * paired it, and when that person signs out. They are kept in memory alone: after a restart a phone
 * is paired anew.
 */
@Service
class Phones {
  /** Phones of one job; a new one takes the place of the oldest. */
  static final int OF_A_JOB = 4;

  private static final int MOST = 1_000;
  private static final Duration LONGEST = Duration.ofHours(12);
  private static final int TOKEN_BYTES = 20;

  private final Cache<String, Paired> paired =
      Caffeine.newBuilder().maximumSize(MOST).expireAfterWrite(LONGEST).build();

  private final SecureRandom random = new SecureRandom();
  private final Jobs jobs;
  private final Seats seats;
  private final Logbook logbook;
  private final Clock clock;

  Phones(Jobs jobs, Seats seats, Logbook logbook, Clock clock) {
    this.jobs = jobs;
    this.seats = seats;
    this.logbook = logbook;
    this.clock = clock;
  }

  /**
   * A phone.
   *
   * @param account who paired it
   */
  record Paired(String token, long job, long unit, long account, String who, Instant at) {}

  /** Pairs a phone for somebody who has the seat. */
  Paired pair(long job, Account who) {
    byte[] bytes = new byte[TOKEN_BYTES];
    random.nextBytes(bytes);
    Paired phone =
        new Paired(
            Base64.getUrlEncoder().withoutPadding().encodeToString(bytes),
            job,
            jobs.place(job).unit(),
            who.id(),
            who.name(),
            clock.instant());
    List<Paired> others = ofJob(job);
    for (int i = 0; i <= others.size() - OF_A_JOB; i++) {
      paired.invalidate(others.get(i).token());
    }
    paired.put(phone.token(), phone);
    enter(phone, PhoneWords.say("paired-a-phone", who.name()));
    return phone;
  }

  /** Those of a job, the oldest first. */
  private List<Paired> ofJob(long job) {
    return paired.asMap().values().stream()
        .filter(p -> p.job() == job)
        .sorted(java.util.Comparator.comparing(Paired::at))
        .toList();
  }

  /**
   * The phone of a token.
   *
   * @throws Refusal where it is not paired, or not any more
   */
  Paired of(String token) {
    Paired phone = paired.getIfPresent(token);
    if (phone != null && !stillMay(phone)) {
      paired.invalidate(token);
      phone = null;
    }
    if (phone == null) {
      throw new Refusal(
          HttpStatus.GONE,
          PhoneWords.say("this-phone-is-not-paired"),
          PhoneWords.say("scan-the-code-again"));
    }
    return phone;
  }

  private boolean stillMay(Paired phone) {
    return jobs.place(phone.job()).state().equals("OPEN")
        && seats.holderOf(phone.unit()).stream().anyMatch(a -> a == phone.account());
  }

  /** No phone sees a job any more. */
  void forget(long job) {
    ofJob(job).forEach(p -> paired.invalidate(p.token()));
  }

  /** Something that a phone did. */
  void enter(Paired phone, String text) {
    logbook.enter(phone.job(), Logbook.Kind.SEAT, text, phone.account(), Logbook.Moment.UNKNOWN);
  }

  @EventListener
  void ended(Sessions.Ended ended) {
    paired.asMap().values().removeIf(p -> p.who().equals(ended.name()));
  }

  @EventListener
  void signedOut(Sessions.SignedOut out) {
    paired.asMap().values().removeIf(p -> p.who().equals(out.name()));
  }
}
