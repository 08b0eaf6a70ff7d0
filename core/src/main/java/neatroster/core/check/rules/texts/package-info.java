/** Rules about texts as such: characters, spaces, lengths, what programs did to them. */
package neatroster.core.check.rules.texts;
