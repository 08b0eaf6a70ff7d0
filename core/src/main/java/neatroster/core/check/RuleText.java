package neatroster.core.check;

import neatroster.core.model.Severity;

/**
 * What a rule says about itself.
 *
 * @param name its name in reports and settings
 * @param severity how much it matters unless the settings say otherwise
 * @param finds what it finds, as a sentence
 * @param matters why that matters
 * @param mend what to do about it
 * @param example a piece of a sheet in which it finds something
 */
public record RuleText(
    String name, Severity severity, String finds, String matters, String mend, String example) {}
