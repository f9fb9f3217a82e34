/** How modules notice faults from their own sensors, count, remember and forget them. */
package hitchlamp.standin.fault;
