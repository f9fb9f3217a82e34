package hitchlamp.server.job;

import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.stream.Topics;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The seat at a unit belongs to one person: taken, handed over, given up by itself after {@link
 * #KEPT} without a sign of its holder. A manager may take it from anybody.
 */
@Service
public class Seats {
  /** Time after the holder's last action at which the seat is free again. */
  static final Duration KEPT = Duration.ofMinutes(30);

  private final SeatMapper mapper;
  private final Logbook logbook;
  private final Topics topics;
  private final Clock clock;

  Seats(SeatMapper mapper, Logbook logbook, Topics topics, Clock clock) {
    this.mapper = mapper;
    this.logbook = logbook;
    this.topics = topics;
    this.clock = clock;
  }

  @Mapper
  interface SeatMapper {
    record Row(
        long unitId, long accountId, String holder, LocalDateTime takenAt, LocalDateTime usedAt) {}

    @Select(
        "SELECT s.unit_id, s.account_id, a.name AS holder, s.taken_at, s.used_at FROM seat s JOIN account a ON a.id = s.account_id WHERE s.unit_id = #{unit}")
    Optional<Row> find(long unit);

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

  private LocalDateTime now() {
    return LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC);
  }

  private Optional<SeatMapper.Row> row(long unit) {
    return mapper.find(unit).filter(r -> r.usedAt().plus(KEPT).isAfter(now()));
  }

  /** The seat at a unit. */
  public Seat at(long unit) {
    return row(unit)
        .map(r -> new Seat(r.holder(), r.takenAt().toInstant(ZoneOffset.UTC), clock.instant()))
        .orElseGet(() -> new Seat(null, null, clock.instant()));
  }

  /** Takes the seat where it is free, or, for a manager, from whoever has it. */
  @Transactional
  public Seat take(long unit, long job, Account who) {
    if (!who.role().may(Role.Right.COMMAND)) {
      throw Refusal.forbidden(
          "Only a technician or a manager can take the seat.", "You can look and read without it.");
    }
    Optional<SeatMapper.Row> held = row(unit);
    boolean other = held.isPresent() && held.get().accountId() != who.id();
    if (other && who.role() != Role.MANAGER) {
      throw Refusal.conflict(
          "The seat belongs to " + held.get().holder() + ".",
          "Ask for it to be handed over, or a manager to take it.");
    }
    if (held.isEmpty() || other) {
      mapper.put(unit, who.id(), now());
      logbook.enter(
          job,
          Logbook.Kind.SEAT,
          other
              ? who.name() + " took the seat from " + held.get().holder() + "."
              : who.name() + " took the seat.",
          who.id(),
          Logbook.Moment.UNKNOWN);
    } else {
      mapper.used(unit, who.id(), now());
    }
    return tell(unit, job);
  }

  /** Hands the seat to somebody who may have it. */
  @Transactional
  public Seat handOver(long unit, long job, Account who, Account to) {
    mine(unit, who);
    if (!to.role().may(Role.Right.COMMAND)) {
      throw Refusal.conflict(
          to.name() + " may not have the seat.", "Hand it to a technician or a manager.");
    }
    mapper.put(unit, to.id(), now());
    logbook.enter(
        job,
        Logbook.Kind.SEAT,
        who.name() + " handed the seat to " + to.name() + ".",
        who.id(),
        Logbook.Moment.UNKNOWN);
    return tell(unit, job);
  }

  /** Gives the seat up. */
  @Transactional
  public Seat giveUp(long unit, long job, Account who) {
    mine(unit, who);
    mapper.remove(unit);
    logbook.enter(
        job,
        Logbook.Kind.SEAT,
        who.name() + " gave up the seat.",
        who.id(),
        Logbook.Moment.UNKNOWN);
    return tell(unit, job);
  }

  /** Refuses where somebody else has the seat; where this one has it, he is seen to use it. */
  @Transactional
  public void notAnothers(long unit, Account who) {
    row(unit)
        .filter(r -> r.accountId() != who.id())
        .ifPresent(
            r -> {
              throw Refusal.conflict(
                  "The seat at this unit belongs to " + r.holder() + ".",
                  "Ask for it to be handed over; you can look on meanwhile.");
            });
    mapper.used(unit, who.id(), now());
  }

  public void mine(long unit, Account who) {
    if (row(unit).filter(r -> r.accountId() == who.id()).isEmpty()) {
      throw Refusal.conflict("You do not have the seat at this unit.", "Take it first.");
    }
  }

  private Seat tell(long unit, long job) {
    Seat seat = at(unit);
    topics.job(job).value("seat", seat);
    return seat;
  }
}
