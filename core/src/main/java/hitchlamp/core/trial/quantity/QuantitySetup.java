package hitchlamp.core.trial.quantity;

/**
 * What a pack says of the dosed quantity.
 *
 * @param limit by so much what is caught may differ from what was asked for, percent
 * @param scaleGrams by so much a scale may be off
 * @param leftGrams so much may hang in the injector and the beaker's neck
 * @param heldKpa pressure that is held while it doses, above the air
 */
record QuantitySetup(double limit, double scaleGrams, double leftGrams, double heldKpa) {}
