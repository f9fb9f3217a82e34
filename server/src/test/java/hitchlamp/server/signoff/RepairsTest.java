package hitchlamp.server.signoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.signoff.Obligation;
import hitchlamp.core.signoff.Obligation.State;
import hitchlamp.core.signoff.Repair;
import hitchlamp.core.signoff.Tested;
import hitchlamp.server.account.Account;
import hitchlamp.server.account.Role;
import hitchlamp.server.config.Refusal;
import hitchlamp.server.hookup.HookUps;
import hitchlamp.server.job.JobRow;
import hitchlamp.server.job.Jobs;
import hitchlamp.server.job.Logbook;
import hitchlamp.server.trial.Trials;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Repairs entered, waived, needed after all and taken back, in any order, with tests between. */
class RepairsTest {
  private static final long JOB = 5;
  private static final Account WHO = new Account(3, "T", "", Role.TECHNICIAN);
  private static final Instant BEGAN = Instant.parse("2026-11-29T06:00:00Z");
  private static final List<String> KINDS =
      List.of(
          "fluid-renewed", "fluid-pump-renewed", "sensor-behind-renewed", "catalyst-renewed", "");

  private final Kept kept = new Kept();
  private final List<Tested> tests = new ArrayList<>();
  private final Jobs jobs = mock(Jobs.class);
  private Instant now = BEGAN;
  private Repairs repairs;

  /** What the database keeps: only ever added to. */
  private final class Kept implements RepairMapper {
    private final List<Row> rows = new ArrayList<>();
    private final List<EntryRow> entries = new ArrayList<>();

    @Override
    public void add(
        long job,
        String kind,
        String title,
        String note,
        String obliges,
        LocalDateTime doneAt,
        long account,
        Double hours,
        String pack,
        String packHash) {
      rows.add(new Row(rows.size() + 1L, kind, title, note, obliges, doneAt, "T"));
    }

    @Override
    public List<Row> ofJob(long job) {
      return rows;
    }

    @Override
    public void enter(long repair, String kind, String test, String says, long account) {
      entries.add(new EntryRow(repair, kind, test, says));
    }

    @Override
    public List<EntryRow> entriesOfJob(long job) {
      return entries;
    }
  }

  private final class Now extends Clock {
    @Override
    public ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
      return this;
    }

    @Override
    public Instant instant() {
      return now;
    }
  }

  private static JobRow job(String state) {
    return new JobRow(
        JOB,
        "2026-1",
        1,
        "",
        state,
        100.0,
        null,
        LocalDateTime.ofInstant(BEGAN, ZoneOffset.UTC),
        "T",
        "Tipper",
        null);
  }

  @BeforeEach
  void begin() {
    HookUps hookUps = mock(HookUps.class);
    Trials trials = mock(Trials.class);
    when(jobs.job(JOB)).thenReturn(job("OPEN"));
    when(hookUps.packOf(anyLong()))
        .thenReturn(PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"));
    when(trials.tested(JOB)).thenReturn(tests);
    Logbook logbook = mock(Logbook.class);
    when(logbook.enter(anyLong(), any(), any(), any(), any())).thenReturn(null);
    repairs = new Repairs(kept, jobs, hookUps, trials, logbook, new Now());
  }

  private void enter(String kind) {
    repairs.enter(JOB, kind, "Hose clamp", "", null, WHO);
  }

  /** What one person would say stands open, kept in the simplest way. */
  private static final class Model {
    private final Map<Long, Map<String, State>> owed = new HashMap<>();
    private final Map<Long, Map<String, Boolean>> waived = new HashMap<>();

    void entered(Repair r) {
      Map<String, State> of = new HashMap<>();
      r.obliges().forEach(t -> of.put(t, State.OPEN));
      owed.put(r.id(), of);
      waived.put(r.id(), new HashMap<>());
    }

    void ran(String test, boolean passed) {
      owed.values()
          .forEach(
              of -> of.computeIfPresent(test, (t, s) -> passed ? State.DONE : State.NOT_PASSED));
    }

    State of(long repair, String test) {
      State ran = owed.get(repair).get(test);
      boolean not = waived.get(repair).getOrDefault(test, false);
      return ran != State.DONE && not ? State.WAIVED : ran;
    }
  }

  @Test
  void nothingIsLostAndNothingCheckedOffInAnyOrder() {
    SplittableRandom random = new SplittableRandom(20261129);
    for (int life = 0; life < 400; life++) {
      kept.rows.clear();
      kept.entries.clear();
      tests.clear();
      Model model = new Model();
      for (int act = 0; act < 25; act++) {
        now = now.plusSeconds(60);
        List<Repair> there = repairs.ofJob(JOB);
        Repair one = there.isEmpty() ? null : there.get(random.nextInt(there.size()));
        switch (random.nextInt(5)) {
          case 0 -> {
            enter(KINDS.get(random.nextInt(KINDS.size())));
            List<Repair> after = repairs.ofJob(JOB);
            model.entered(after.get(after.size() - 1));
          }
          case 1, 2 -> {
            String test = random.nextBoolean() ? "dosing-hours" : "fluid";
            boolean passed = random.nextBoolean();
            Verdict v =
                passed ? Verdict.PASS : random.nextBoolean() ? Verdict.FAIL : Verdict.CANNOT_TELL;
            tests.add(new Tested(act, test, test, now, v, "", ""));
            model.ran(test, passed);
          }
          case 3 -> {
            if (one != null && !one.obliges().isEmpty()) {
              String test = one.obliges().get(random.nextInt(one.obliges().size()));
              boolean waive = random.nextBoolean();
              repairs.waive(JOB, one.id(), test, waive ? "because" : " ", WHO);
              model.waived.get(one.id()).put(test, waive);
            }
          }
          default -> {
            if (one != null && random.nextInt(3) == 0) {
              repairs.takeBack(JOB, one.id(), WHO);
              model.owed.remove(one.id());
            }
          }
        }
        assertThat(repairs.ofJob(JOB))
            .extracting(Repair::id)
            .containsExactlyInAnyOrderElementsOf(model.owed.keySet());
        for (Obligation o : repairs.obligations(JOB)) {
          assertThat(o.state())
              .as(o + " in life " + life)
              .isEqualTo(model.of(o.repair(), o.test()));
        }
      }
    }
  }

  @Test
  void nothingChangesInAClosedJob() {
    enter("fluid-renewed");
    when(jobs.job(JOB)).thenReturn(job("CLOSED"));
    assertThatThrownBy(() -> enter("")).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> repairs.waive(JOB, 1, "fluid", "x", WHO)).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> repairs.takeBack(JOB, 1, WHO)).isInstanceOf(Refusal.class);
    assertThat(kept.entries).isEmpty();
    assertThat(kept.rows).hasSize(1);
  }

  @Test
  void thereAreBounds() {
    for (int i = 0; i < Repairs.MOST; i++) {
      enter("fluid-renewed");
    }
    assertThatThrownBy(() -> enter("")).hasMessageContaining("200");
    for (int i = 0; i < Repairs.MOST_SAID; i++) {
      repairs.waive(JOB, 1, "fluid", "reason " + i, WHO);
    }
    assertThatThrownBy(() -> repairs.waive(JOB, 1, "fluid", "one more", WHO))
        .hasMessageContaining("500");
  }

  @Test
  void sayingTheSameTwiceIsSaidOnce() {
    enter("fluid-renewed");
    repairs.waive(JOB, 1, "fluid", "sealed can", WHO);
    repairs.waive(JOB, 1, "fluid", " sealed can ", WHO);
    repairs.waive(JOB, 1, "quality-hours", "", WHO);
    assertThat(kept.entries).hasSize(1);
  }
}
