package neatroster.core.handout;

import java.util.List;
import java.util.Map;

/**
 * A course as lists and sheets name it.
 *
 * @param code its code
 * @param title its title, or the code
 * @param instructors the names of those who teach it
 * @param joinCode the code to join it by, or empty
 * @param groups its groups, each with the code to join it by, or an empty text
 */
public record CourseInfo(
    String code,
    String title,
    List<String> instructors,
    String joinCode,
    Map<String, String> groups) {}
