package hitchlamp.core.fault;

/** In which list of its module a fault stands. */
public enum FaultState {
  ACTIVE,
  PREVIOUSLY_ACTIVE,
  PENDING,
  PERMANENT
}
