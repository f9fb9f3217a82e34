package hitchlamp.core.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/** Lays the user's hand over the order of the rules. */
final class Moves {
  private Moves() {}

  static List<Lead> apply(List<Lead> leads, List<Move> moves) {
    List<Lead> moved = new ArrayList<>(leads);
    moves.forEach(m -> apply(moved, m));
    return List.copyOf(moved);
  }

  private static void apply(List<Lead> leads, Move m) {
    int from = indexOf(leads, m.what());
    if (from < 0) {
      takeOut(leads, m);
      return;
    }
    Lead lead = leads.remove(from);
    int to = m.to().isEmpty() ? -1 : indexOf(leads, m.to());
    if (to < 0) {
      leads.add(0, with(lead, lead.knockOns(), m.reason()));
    } else {
      Lead above = leads.get(to);
      List<KnownFault> knockOns = new ArrayList<>(above.knockOns());
      knockOns.addAll(lead.signs());
      knockOns.addAll(lead.knockOns());
      leads.set(to, with(above, knockOns, m.reason()));
    }
  }

  /** A single fault leaves its lead: it leads itself, or goes under another. */
  private static void takeOut(List<Lead> leads, Move m) {
    for (int i = 0; i < leads.size(); i++) {
      Lead l = leads.get(i);
      KnownFault fault =
          l.knockOns().stream().filter(f -> f.key().equals(m.what())).findFirst().orElse(null);
      if (fault == null) {
        continue;
      }
      List<KnownFault> rest = new ArrayList<>(l.knockOns());
      rest.remove(fault);
      leads.set(i, with(l, rest, l.moved()));
      int to = m.to().isEmpty() ? -1 : indexOf(leads, m.to());
      if (to >= 0) {
        List<KnownFault> more = new ArrayList<>(leads.get(to).knockOns());
        more.add(fault);
        leads.set(to, with(leads.get(to), more, m.reason()));
      } else {
        leads.add(
            0,
            new Lead(
                "fault:" + fault.key(),
                fault.fault().component() + ", " + fault.fault().mode(),
                l.bearing(),
                fault.active() ? Lead.Mark.NOW : Lead.Mark.EARLIER,
                List.of(),
                List.of(fault),
                List.of(),
                fault.times(),
                fault.lastHour().isPresent() ? fault.lastHour() : OptionalDouble.empty(),
                false,
                List.of(),
                m.reason()));
      }
      return;
    }
  }

  private static int indexOf(List<Lead> leads, String id) {
    for (int i = 0; i < leads.size(); i++) {
      if (leads.get(i).id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  private static Lead with(Lead l, List<KnownFault> knockOns, String reason) {
    return l.following(knockOns).moved(reason);
  }
}
