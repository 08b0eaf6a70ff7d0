package neatroster.practice;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.sql.SQLException;
import java.util.Map;

/** Carries out requests that change something. */
@FunctionalInterface
interface ScimOperations {
  /**
   * Answers a request.
   *
   * @param ifMatch the version that the resource must have, or an empty text
   */
  ScimAnswer change(
      String method, String path, ObjectNode body, String ifMatch, Map<String, String> parameters)
      throws SQLException, ScimError;
}
