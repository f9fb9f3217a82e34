package hitchlamp.server.job;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.account.Sessions;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.outbox.Outbox;
import hitchlamp.server.stream.Topics;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

/**
 * The seat at a unit belongs to one person: taken, handed over, given up by itself after {@link
 * #KEPT} without a sign of its holder. A manager may take it from anybody. Who has it is known here
 * and goes to the database behind, so that two who take it at once are told the truth and nobody
 * who commands waits for the database.
 */
@Service
public class Seats {
  /** Time after the holder's last action at which the seat is free again. */
  static final Duration KEPT = Duration.ofMinutes(30);

  private static final Duration SHOWN = Duration.ofSeconds(2);

  private final Outbox.Lane lane;
  private final SeatMapper mapper;
  private final Topics topics;
  private final ApplicationEventPublisher events;
  private final Clock clock;
  private final Map<Long, Holder> holders = new ConcurrentHashMap<>();
  private volatile boolean read;

  Seats(
      SeatMapper mapper,
      Logbook logbook,
      Topics topics,
      Clock clock,
      Outbox outbox,
      ApplicationEventPublisher events) {
    this.events = events;
    this.mapper = mapper;
    this.topics = topics;
    this.clock = clock;
    this.lane = outbox.lane("seats");
    outbox.handles(SeatChanged.class, c -> keep(c, logbook));
  }

  private record Holder(long account, String name, Instant takenAt, Instant usedAt) {
    Holder used(Instant at) {
      return new Holder(account, name, takenAt, at);
    }
  }

  /**
   * Somebody took, gave up or was given a seat.
   *
   * @param account null where nobody has it now
   * @param by who did it
   */
  record SeatChanged(long unit, long job, Long account, Instant at, String text, long by) {}

  @Mapper
  interface SeatMapper {
    record Row(
        long unitId, long accountId, String holder, LocalDateTime takenAt, LocalDateTime usedAt) {}

    @Select(
        "SELECT s.unit_id, s.account_id, a.name AS holder, s.taken_at, s.used_at FROM seat s JOIN account a ON a.id = s.account_id WHERE a.ended_at IS NULL")
    List<Row> all();

    @Insert(
        "INSERT INTO seat (unit_id, account_id, taken_at, used_at) VALUES (#{unit}, #{account}, #{at}, #{at}) ON DUPLICATE KEY UPDATE account_id = #{account}, taken_at = #{at}, used_at = #{at}")
    void put(long unit, long account, LocalDateTime at);

    @Update("UPDATE seat SET used_at = #{at} WHERE unit_id = #{unit} AND account_id = #{account}")
    void used(long unit, long account, LocalDateTime at);

    @Delete("DELETE FROM seat WHERE unit_id = #{unit}")
    void remove(long unit);
  }

  /** Who has the seat; null names nobody. */
  public record Seat(String holder, Instant takenAt, @NotNull Instant askedAt) {}

  private static LocalDateTime utc(Instant at) {
    return LocalDateTime.ofInstant(at, ZoneOffset.UTC);
  }

  private void keep(SeatChanged c, Logbook logbook) {
    if (c.account() == null) {
      mapper.remove(c.unit());
    } else {
      mapper.put(c.unit(), c.account(), utc(c.at()));
    }
    logbook.enter(c.job(), Logbook.Kind.SEAT, c.text(), c.by(), Logbook.Moment.UNKNOWN);
  }

  /** What the database kept from before the start, read once. */
  @EventListener(ApplicationReadyEvent.class)
  void readOnce() {
    if (read) {
      return;
    }
    synchronized (this) {
      if (!read) {
        for (SeatMapper.Row r : mapper.all()) {
          holders.putIfAbsent(
              r.unitId(),
              new Holder(
                  r.accountId(),
                  r.holder(),
                  r.takenAt().toInstant(ZoneOffset.UTC),
                  r.usedAt().toInstant(ZoneOffset.UTC)));
        }
        read = true;
      }
    }
  }

  private Optional<Holder> holder(long unit) {
    readOnce();
    return Optional.ofNullable(holders.get(unit)).filter(this::stillHis);
  }

  private boolean stillHis(Holder h) {
    return h.usedAt().plus(KEPT).isAfter(clock.instant());
  }

  /** The seat at a unit. */
  public Seat at(long unit) {
    return holder(unit)
        .map(h -> new Seat(h.name(), h.takenAt(), clock.instant()))
        .orElseGet(() -> new Seat(null, null, clock.instant()));
  }

  /** Takes the seat where it is free, or, for a manager, from whoever has it. */
  public Seat take(long unit, long job, Account who) {
    Optional<Holder> before = holder(unit);
    // Decided for one after the other: of two who take it at once, one is refused.
    holders.compute(
        unit,
        (u, now) -> {
          Instant at = clock.instant();
          boolean held = now != null && stillHis(now);
          if (held && now.account() == who.id()) {
            return now.used(at);
          }
          if (held && who.role() != Role.MANAGER) {
            throw Refusal.conflict(
                JobWords.say("the-seat-belongs-to", now.name()),
                JobWords.say("ask-for-it-to-be-handed"));
          }
          lane.put(
              new SeatChanged(
                  unit,
                  job,
                  who.id(),
                  at,
                  held
                      ? JobWords.say("took-the-seat-from", who.name(), now.name())
                      : JobWords.say("took-the-seat", who.name()),
                  who.id()));
          return new Holder(who.id(), who.name(), at, at);
        });
    if (before.filter(h -> h.account() != who.id()).isPresent()) {
      events.publishEvent(new LetGoFirst(unit));
    }
    return tell(unit, job);
  }

  /** Hands the seat to somebody who may have it. */
  public Seat handOver(long unit, long job, Account who, Account to) {
    if (!to.role().may(Role.Right.COMMAND)) {
      throw Refusal.conflict(
          JobWords.say("may-not-have-the-seat", to.name()),
          JobWords.say("hand-it-to-a-technician-or"));
    }
    readOnce();
    holders.compute(
        unit,
        (u, now) -> {
          his(now, who);
          Instant at = clock.instant();
          lane.put(
              new SeatChanged(
                  unit,
                  job,
                  to.id(),
                  at,
                  JobWords.say("handed-the-seat-to", who.name(), to.name()),
                  who.id()));
          return new Holder(to.id(), to.name(), at, at);
        });
    events.publishEvent(new LetGoFirst(unit));
    return tell(unit, job);
  }

  /** Gives the seat up. */
  public Seat giveUp(long unit, long job, Account who) {
    readOnce();
    holders.compute(
        unit,
        (u, now) -> {
          his(now, who);
          lane.put(
              new SeatChanged(
                  unit,
                  job,
                  null,
                  clock.instant(),
                  JobWords.say("gave-up-the-seat", who.name()),
                  who.id()));
          return null;
        });
    events.publishEvent(new LetGoFirst(unit));
    return tell(unit, job);
  }

  /** Id of the account that has the seat; from memory, for who must not wait. */
  public OptionalLong holderOf(long unit) {
    return holder(unit).stream().mapToLong(Holder::account).findFirst();
  }

  /** True where the one of that name has the seat. */
  public boolean hasIt(long unit, String name) {
    return holder(unit).filter(h -> h.name().equals(name)).isPresent();
  }

  /** Who signs out, or whose sessions end, no longer answers for what is held. */
  @EventListener
  void ended(Sessions.Ended ended) {
    holders.forEach(
        (unit, h) -> {
          if (h.name().equals(ended.name())) {
            events.publishEvent(new LetGoFirst(unit));
          }
        });
  }

  @EventListener
  void signedOut(Sessions.SignedOut out) {
    ended(new Sessions.Ended(out.name(), ""));
  }

  private void his(Holder now, Account who) {
    if (now == null || !stillHis(now) || now.account() != who.id()) {
      throw Refusal.conflict(
          JobWords.say("you-do-not-have-the-seat"), JobWords.say("take-it-first"));
    }
  }

  /** Refuses where somebody else has the seat; where this one has it, he is seen to use it. */
  public void notAnothers(long unit, Account who) {
    holder(unit)
        .filter(h -> h.account() != who.id())
        .ifPresent(
            h -> {
              throw Refusal.conflict(
                  JobWords.say("the-seat-at-this-unit-belongs", h.name()),
                  JobWords.say("ask-for-it-to-be-handed-over"));
            });
    used(unit, who);
  }

  /** Refuses where this one does not have the seat; else he is seen to use it. */
  public void mine(long unit, Account who) {
    his(holder(unit).orElse(null), who);
    used(unit, who);
  }

  /** True where this one has the seat. */
  public boolean has(long unit, Account who) {
    return holder(unit).filter(h -> stillHis(h) && h.account() == who.id()).isPresent();
  }

  private void used(long unit, Account who) {
    Instant at = clock.instant();
    holders.computeIfPresent(
        unit, (u, now) -> now.account() == who.id() && stillHis(now) ? now.used(at) : now);
    lane.loosely(() -> mapper.used(unit, who.id(), utc(at)));
  }

  /** Told once it stands in the logbook, where the database is there to be waited for. */
  private Seat tell(long unit, long job) {
    Seat seat = at(unit);
    topics.job(job).value("seat", seat);
    lane.await(SHOWN);
    return seat;
  }
}
