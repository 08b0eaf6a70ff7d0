package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;
import neatroster.core.value.UsernameShape;

/** What a username may look like where that differs by role and site. */
public final class UsernameShapes {
  private final ScopedSetting<UsernameShape> shapes;
  private final RoleWords roles;

  public UsernameShapes(Settings settings) {
    shapes = settings.usernames().map(UsernameShape::new);
    roles = settings.roles();
  }

  /** Whether a username could be troublesome for somebody. */
  public boolean mayBeTrouble(Cell username) {
    for (UsernameShape shape : shapes.all()) {
      if (shape.trouble(username) != null) {
        return true;
      }
    }
    return false;
  }

  /** The shape that holds for a row; one of them where the row does not say its role. */
  public UsernameShape of(CheckedRow row) {
    if (shapes.all().size() == 1) {
      return shapes.usual();
    }
    return shapes.of(roles.role(row.text(Field.ROLE)).orElse(""), row.text(Field.SITE));
  }

  /**
   * What is wrong with a username, or null. Who does not say a role may have the username of any:
   * the enrollments may say it.
   */
  public String trouble(CheckedRow row, Cell username) {
    String trouble = of(row).trouble(username);
    if (trouble != null && shapes.differsByRole() && !row.has(Field.ROLE)) {
      for (UsernameShape shape : shapes.ofAnyRole(row.text(Field.SITE))) {
        if (shape.trouble(username) == null) {
          return null;
        }
      }
    }
    return trouble;
  }
}
