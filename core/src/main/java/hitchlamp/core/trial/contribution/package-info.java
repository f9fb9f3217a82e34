/** Automatic cylinder cutout: what each cylinder contributes (E3). */
package hitchlamp.core.trial.contribution;
