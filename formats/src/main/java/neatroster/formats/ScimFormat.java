package neatroster.formats;

import neatroster.disk.NewFiles;

/**
 * One Bulk request of SCIM 2.0 (RFC 7644, section 3.7): users, and courses and groups as Groups
 * with their members. What the platform has already is named there by ids of its own, which no
 * batch knows: such changes are not carried. References hold within one request alone (section
 * 3.7.2), so it is never divided.
 */
final class ScimFormat implements BatchFormat {
  @Override
  public String name() {
    return "scim";
  }

  @Override
  public BatchWriter writer(NewFiles files, BatchBackground background) {
    return new ScimWriter(files);
  }
}
