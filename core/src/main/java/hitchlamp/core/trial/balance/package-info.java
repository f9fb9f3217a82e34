/** Idle balance: what smooth running gives each cylinder, and strokes that did not fire (E10). */
package hitchlamp.core.trial.balance;
