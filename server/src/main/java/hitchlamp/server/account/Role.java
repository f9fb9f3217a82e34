package hitchlamp.server.account;

import java.util.EnumSet;
import java.util.Set;

/** Who somebody is in the workshop, and what that permits. */
public enum Role {
  TECHNICIAN(EnumSet.of(Right.LOOK, Right.NOTE, Right.READ, Right.COMMAND)),
  APPRENTICE(EnumSet.of(Right.LOOK, Right.READ, Right.NOTE)),
  SPECIALIST(EnumSet.of(Right.LOOK, Right.NOTE)),
  MANAGER(EnumSet.allOf(Right.class));

  /** What can be permitted. */
  public enum Right {
    /** See units, jobs and what was captured. */
    LOOK,
    /** Write notes and comments. */
    NOTE,
    /** Open jobs and case files, hook up, ask modules what changes nothing. */
    READ,
    /** Take the seat, and command the unit. */
    COMMAND,
    /** Make, reset and end accounts; say how long captured traffic is kept. */
    MANAGE
  }

  private final Set<Right> rights;

  Role(Set<Right> rights) {
    this.rights = rights;
  }

  public boolean may(Right right) {
    return rights.contains(right);
  }

  public Set<Right> rights() {
    return Set.copyOf(rights);
  }
}
