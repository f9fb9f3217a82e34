package hitchlamp.server.fault;

import hitchlamp.core.agreement.Evidence;

/** Tells how the sensors of a job's unit agree, as far as somebody looked. */
public interface SensorEvidence {
  /** By the newest run of each such test in the job. */
  Evidence of(long job);

  /** Somebody has looked at it anew: where to start may be another. */
  record Changed(long job) {}
}
