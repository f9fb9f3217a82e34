package hitchlamp.core.fault;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * Follows the active faults that modules tell by themselves (DM1), so that a change is noticed when
 * it happens and not at the next read.
 */
public final class ActiveWatch {
  private record Code(int spn, int fmi) {}

  private final Map<Integer, ModuleRef> targets = new HashMap<>();
  private final Map<Integer, Set<Code>> active = new HashMap<>();

  /** Takes what a read found as the state from which a change is told. */
  public void known(FaultReading reading) {
    targets.clear();
    active.clear();
    for (ModuleFaults m : reading.modules()) {
      Set<Code> codes = new HashSet<>();
      m.faults().stream()
          .filter(f -> f.states().contains(FaultState.ACTIVE))
          .forEach(f -> codes.add(new Code(f.spn(), f.fmi())));
      targets.put(m.target().address(), m.target());
      active.put(m.target().address(), codes);
    }
  }

  /**
   * True where a message tells other active faults than were known of its module. Modules that the
   * read did not have are passed over.
   */
  public boolean changedBy(Message m) {
    ModuleRef target = m.pgn() == Pgn.DM1 ? targets.get(m.source()) : null;
    if (target == null) {
      return false;
    }
    FaultMessage content = FaultMessage.of(m.data(), target.conversion());
    if (content.garbled().isPresent()) {
      return false;
    }
    Set<Code> codes = new HashSet<>();
    for (Dtc d : content.faults()) {
      codes.add(new Code(d.spn(), d.fmi()));
    }
    return !codes.equals(active.put(m.source(), codes));
  }
}
