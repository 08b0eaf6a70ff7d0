package neatroster.formats;

import java.util.List;
import java.util.Locale;

/** The files of OneRoster CSV that we write, with their headers (1EdTech OneRoster 1.1 and 1.2). */
enum OneRosterFile {
  ORGS("orgs", "sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId"),
  ACADEMIC_SESSIONS(
      "academicSessions",
      "sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear"),
  COURSES(
      "courses",
      "sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes"),
  CLASSES(
      "classes",
      "sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods"),
  USERS(
      "users",
      "sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password",
      "sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns"),
  ROLES(
      "roles",
      null,
      "sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId"),
  DEMOGRAPHICS(
      "demographics",
      "sourcedId,status,dateLastModified,birthDate,sex,americanIndianOrAlaskaNative,asian,blackOrAfricanAmerican,nativeHawaiianOrOtherPacificIslander,white,demographicRaceTwoOrMoreRaces,hispanicOrLatinoEthnicity,countryOfBirthCode,stateOfBirthAbbreviation,cityOfBirth,publicSchoolResidenceStatus"),
  ENROLLMENTS(
      "enrollments",
      "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate");

  /** Every file that a manifest of 1.1 or 1.2 names, in its order. */
  private static final String NAMES_1_1 =
      "academicSessions,categories,classes,classResources,courses,courseResources,demographics,enrollments,lineItems,orgs,resources,results,users";

  private static final String NAMES_1_2 =
      "academicSessions,categories,classes,classResources,courses,courseResources,demographics,enrollments,lineItemLearningObjectiveIds,lineItems,lineItemScoreScales,orgs,resources,resultLearningObjectiveIds,results,resultScoreScales,roles,scoreScales,userProfiles,userResources,users";

  private final String word;
  private final String header11;
  private final String header12;

  OneRosterFile(String word, String header) {
    this(word, header, header);
  }

  OneRosterFile(String word, String header11, String header12) {
    this.word = word;
    this.header11 = header11;
    this.header12 = header12;
  }

  /** The name in the manifest. */
  String word() {
    return word;
  }

  /** The name in the zip. */
  String fileName() {
    return word + ".csv";
  }

  /** The headers in a version. */
  List<String> header(String version) {
    String header = version.equals("1.1") ? header11 : header12;
    if (header == null) {
      throw new IllegalArgumentException(
          String.format(Locale.ROOT, "OneRoster %s has no %s", version, word));
    }
    return List.of(header.split(",", -1));
  }

  /** The names of all files of a version, whether we write them or not. */
  static List<String> all(String version) {
    return List.of((version.equals("1.1") ? NAMES_1_1 : NAMES_1_2).split(",", -1));
  }
}
