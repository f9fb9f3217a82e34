/** Cutout under load: which cylinder causes blow-by that shows only under load (E4). */
package hitchlamp.core.trial.loaded;
