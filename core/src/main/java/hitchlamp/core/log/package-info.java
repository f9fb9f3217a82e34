/** Logs of CAN as they are found: what is sound is read, what is not is counted and named. */
package hitchlamp.core.log;
