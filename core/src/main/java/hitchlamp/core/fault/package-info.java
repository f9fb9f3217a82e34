/** Faults as modules report them: state, count, lamps. */
package hitchlamp.core.fault;
