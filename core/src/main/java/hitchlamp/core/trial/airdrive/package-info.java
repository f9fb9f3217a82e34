/**
 * The air path, cut out of a drive: nothing is commanded, the module moves its actuators itself.
 */
package hitchlamp.core.trial.airdrive;
