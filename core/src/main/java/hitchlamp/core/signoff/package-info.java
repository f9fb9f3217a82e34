/** Closing a job: what is still open, and what changed between before and after. */
package hitchlamp.core.signoff;
