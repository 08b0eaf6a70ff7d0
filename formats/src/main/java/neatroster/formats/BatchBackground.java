package neatroster.formats;

import java.time.Instant;
import java.time.LocalDate;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import neatroster.core.compare.WholeRecords;
import neatroster.sheets.OneRosterExports;

/**
 * What a format may need beside the changes.
 *
 * @param own the school's own fields
 * @param school the school's name, or empty
 * @param isFirst whether nothing is known of the platform, so that the changes are the whole roster
 * @param packedAt when the batch is packed
 * @param today the same as a day where the user is
 * @param whole what users and courses are as a whole after a change
 * @param teaching the role of a user, by the username, who is an instructor or an assistant in any
 *     course of the roster; else an empty text
 * @param guards whether an account, by its username, is a guardian’s
 * @param ids the sourcedIds of what was delivered
 * @param exports what the platform's own OneRoster exports say
 * @param oneRoster the version of OneRoster, {@code 1.1} or {@code 1.2}
 * @param ldifBase the entry of a directory that everything is under
 * @param split how files are divided
 */
public record BatchBackground(
    OwnColumns own,
    String school,
    boolean isFirst,
    Instant packedAt,
    LocalDate today,
    WholeRecords whole,
    UnaryOperator<String> teaching,
    Predicate<String> guards,
    SourcedIds ids,
    OneRosterExports exports,
    String oneRoster,
    String ldifBase,
    Split split) {}
