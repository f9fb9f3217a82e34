/** Sensors watch each other: what they read together, and which of them disagrees. */
package hitchlamp.core.agreement;
