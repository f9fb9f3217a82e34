/** Cylinder cutout by hand (E2). */
package hitchlamp.core.trial.cutout;
