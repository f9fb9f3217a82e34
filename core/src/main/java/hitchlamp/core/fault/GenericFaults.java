package hitchlamp.core.fault;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Pack;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;

/** Faults that many causes set: each goes under the lead that it follows from. */
final class GenericFaults {
  /** Nearness of a lead that the pack names as a cause. */
  private static final int NEAREST = 2;

  /** What has no time comes after what has one and fits. */
  private static final double UNTIMED_HOURS = 1e6;

  private final Pack pack;

  private GenericFaults(Pack pack) {
    this.pack = pack;
  }

  /** Generic faults go under the strongest specific lead of their time that can explain them. */
  static List<Lead> attach(List<Lead> leads, Pack pack) {
    return new GenericFaults(pack).attach(leads);
  }

  private List<Lead> attach(List<Lead> leads) {
    List<Lead> specific = new ArrayList<>();
    List<Lead> generic = new ArrayList<>();
    for (Lead l : leads) {
      boolean all = l.signs().stream().allMatch(f -> pack.isGeneric(f.spn(), f.fmi()));
      (all && !l.signs().isEmpty() ? generic : specific).add(l);
    }
    // Looked up once each: hundreds of faults are ranked in milliseconds.
    List<OptionalDouble> began = new ArrayList<>(specific.stream().map(Lead::firstHour).toList());
    for (Lead g : generic) {
      int at = cause(g, specific, began);
      if (at < 0) {
        specific.add(g);
        began.add(g.firstHour());
      } else {
        Lead s = specific.get(at);
        List<KnownFault> more = new ArrayList<>(s.knockOns());
        more.addAll(g.signs());
        specific.set(at, s.following(more));
      }
    }
    return specific;
  }

  /** The lead that a generic fault follows from: the nearest, of several the one before it. */
  private int cause(Lead g, List<Lead> specific, List<OptionalDouble> began) {
    KnownFault f = g.signs().get(0);
    int at = -1;
    int nearest = -1;
    double soonest = Double.POSITIVE_INFINITY;
    for (int i = 0; i < specific.size(); i++) {
      Lead s = specific.get(i);
      // It may have been there before for another cause: only what is there with it counts.
      int near = s.bearing() == g.bearing() ? nearness(s, f) : -1;
      double soon = hoursBefore(began.get(i), f);
      if (near > nearest || near == nearest && near >= 0 && soon < soonest) {
        nearest = near;
        soonest = soon;
        at = i;
      }
    }
    return at;
  }

  /** Hours from the beginning of a lead to that of a fault; much where it cannot be its cause. */
  private static double hoursBefore(OptionalDouble lead, KnownFault f) {
    if (lead.isEmpty() || f.firstHour().isEmpty()) {
      return UNTIMED_HOURS;
    }
    double hours = f.firstHour().getAsDouble() - lead.getAsDouble();
    return Episodes.inTime(f, lead.getAsDouble()) ? Math.abs(hours) : Double.MAX_VALUE;
  }

  /** How near a lead is to a generic fault: named as its cause, of the same module, or neither. */
  private int nearness(Lead l, KnownFault f) {
    Component c = pack.components().get(l.id());
    if (c == null) {
      return 0;
    }
    if (!pack.sameSide(c.module(), f.kind())) {
      return -1;
    }
    for (Component.FaultPattern s : c.explains()) {
      if (s.is(f.spn(), f.fmi())) {
        return NEAREST;
      }
    }
    return c.module().equals(f.kind()) ? 1 : 0;
  }
}
