/**
 * Text as people type it: cleaning it, keeping it as compact keys, finding the word that was meant.
 */
package neatroster.core.text;
