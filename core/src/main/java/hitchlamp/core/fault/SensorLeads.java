package hitchlamp.core.fault;

import hitchlamp.core.agreement.Cause;
import hitchlamp.core.agreement.Disagreement;
import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/**
 * Lays what the agreement of sensors says over the leads: a sensor that disagrees with all others
 * leads though nothing is stored, and what is only known by it follows from it.
 */
final class SensorLeads {
  private final List<Lead> leads;
  private final Pack pack;

  private SensorLeads(List<Lead> leads, Pack pack) {
    this.pack = pack;
    this.leads = leads;
  }

  static List<Lead> lay(List<Lead> leads, Evidence evidence, Pack pack) {
    SensorLeads all = new SensorLeads(new ArrayList<>(leads), pack);
    for (Evidence.OfModule m : evidence.sheets()) {
      for (Disagreement d : m.sheet().disagreements()) {
        all.lay(m.module(), d);
      }
    }
    return all.leads;
  }

  private void lay(String module, Disagreement d) {
    Cause cause =
        d.causes().stream().filter(c -> at(c.id()) >= 0).findFirst().orElse(d.causes().get(0));
    List<Lead.Rival> rivals =
        d.causes().stream()
            .filter(c -> c != cause)
            .map(c -> new Lead.Rival(c.id(), c.title(), d.next().text()))
            .toList();
    String reason =
        FaultWords.say("disagrees-with-the-others", d.says().text().replaceFirst("\\.$", ""));
    List<KnownFault> follow = new ArrayList<>();
    if (d.certain()) {
      // A quantity that only this sensor tells is not known any more.
      for (Lead l : List.copyOf(leads)) {
        if (!l.id().equals(cause.id())
            && l.bearing() == Recency.TODAY
            && (onlyBy(l, module, d) || reckoned(l, module, d))) {
          follow.addAll(l.signs());
          follow.addAll(l.knockOns());
          leads.remove(l);
        }
      }
    }
    int there = at(cause.id());
    Lead before = there < 0 ? null : leads.remove(there);
    leads.add(
        before == null
            ? lead(cause, reason, rivals, follow)
            : with(before, reason, rivals, follow));
  }

  private int at(String id) {
    for (int i = 0; i < leads.size(); i++) {
      if (leads.get(i).id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  private static boolean onlyBy(Lead l, String module, Disagreement d) {
    return !l.signs().isEmpty()
        && l.signs().stream().allMatch(f -> f.kind().equals(module) && d.spns().contains(f.spn()));
  }

  /** True where the module reckons what points at a part from a sensor that is off. */
  private boolean reckoned(Lead l, String module, Disagreement d) {
    Component part = pack.components().get(l.id());
    return part != null
        && part.module().equals(module)
        && part.reckonedFrom().stream().anyMatch(d.spns()::contains)
        && l.signs().stream().noneMatch(KnownFault::electrical);
  }

  private static Lead lead(
      Cause cause, String reason, List<Lead.Rival> rivals, List<KnownFault> follow) {
    return new Lead(
        cause.id(),
        cause.title(),
        Recency.TODAY,
        Lead.Mark.DISAGREES,
        List.of(reason),
        List.of(),
        List.copyOf(follow),
        0,
        OptionalDouble.empty(),
        false,
        rivals,
        "");
  }

  private static Lead with(
      Lead before, String reason, List<Lead.Rival> rivals, List<KnownFault> follow) {
    List<KnownFault> after = new ArrayList<>(before.knockOns());
    after.addAll(follow);
    List<String> reasons = new ArrayList<>();
    reasons.add(reason);
    reasons.addAll(before.reasons());
    return new Lead(
        before.id(),
        before.title(),
        Recency.TODAY,
        before.mark() == Lead.Mark.NOW ? Lead.Mark.NOW : Lead.Mark.DISAGREES,
        List.copyOf(reasons),
        before.signs(),
        List.copyOf(after),
        before.times(),
        before.lastHour(),
        before.firstOfEpisode(),
        rivals,
        before.moved());
  }
}
