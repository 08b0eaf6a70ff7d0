package neatroster.work.delivery;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import neatroster.core.change.PlannedChange;
import neatroster.platform.WaitListener;
import neatroster.runs.RunConfirmation;
import neatroster.work.Problem;
import neatroster.work.School;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RunChoice;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ConfirmingTest {
  @TempDir private Path folder;
  private School school;
  private String run;

  @BeforeEach
  void aRunThatWasUploaded() throws Exception {
    school = new School(folder);
    school.issue();
    run = school.packed().run();
    try (LockedRosterFolder locked = school.context().work("send")) {
      DeliveredRun.recordByHand(locked, RunChoice.of(locked.register().runs().all(), run));
    }
  }

  @AfterEach
  void close() {
    school.close();
  }

  private ConfirmedRun byReport(
      boolean allFailed, List<String> refused, List<String> accepted, String... lines)
      throws Exception {
    school.file("report.csv", lines);
    return school.confirm(
        new Confirming.Asked(
            List.of(),
            List.of("report.csv"),
            new Confirming.Words(refused, accepted),
            allFailed,
            false,
            Optional.empty(),
            WaitListener.NOBODY));
  }

  private static List<String> missing(ConfirmedRun confirmed) {
    return confirmed.changes().missing().stream()
        .map(RunConfirmation.Found::change)
        .map(PlannedChange::key)
        .toList();
  }

  @Test
  void aReportSaysOfEachRowWhatBecameOfIt() throws Exception {
    ConfirmedRun confirmed =
        byReport(
            false,
            List.of(),
            List.of(),
            "username,given name,family name,status,error",
            "amarlowe,Ana,Marlowe,created,",
            "bfinch,Bo,Finch,failed,username taken",
            "cquay,Cy,Quay,created,",
            "stranger,Di,Reed,failed,no such school");
    assertThat(confirmed.isByReport()).isTrue();
    // Who is not there is in no course either.
    assertThat(missing(confirmed)).containsExactly("bfinch", "bfinch NAV-1");
    assertThat(confirmed.changes().missing().get(0).outcome().why()).isEqualTo("username taken");
    assertThat(confirmed.notOfTheRun())
        .singleElement()
        .extracting(place -> place.row())
        .isEqualTo(5);
    assertThat(confirmed.isFine()).isFalse();
    assertThat(school.text("runs/" + run + "/failed/users.csv")).contains("username taken");
    assertThat(school.preview())
        .containsExactly("create user bfinch", "enroll enrollment bfinch NAV-1");
  }

  @Test
  void wordsThatNobodyKnowsAreAskedFor() throws Exception {
    String[] report = {
      "username,given name,status", "amarlowe,Ana,aye", "bfinch,Bo,avast", "cquay,Cy,aye"
    };
    assertThatThrownBy(() -> byReport(false, List.of(), List.of(), report))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("“aye”")
        .hasMessageContaining("--refused \"aye\"");
    assertThat(missing(byReport(false, List.of("avast"), List.of("aye"), report)))
        .containsExactly("bfinch", "bfinch NAV-1");
  }

  @Test
  void aListOfRefusedRowsAloneHasToBeCalledOne() throws Exception {
    String[] refused = {"username,given name", "bfinch,Bo"};
    assertThatThrownBy(() -> byReport(false, List.of(), List.of(), refused))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("--refused all");
    assertThat(missing(byReport(false, List.of("all"), List.of(), refused)))
        .containsExactly("bfinch", "bfinch NAV-1");
  }

  @Test
  void somethingElseRecordsNothingUnlessAllFailed() throws Exception {
    String[] nothing = {
      "username,given name,status", "amarlowe,Ana,failed", "bfinch,Bo,failed", "cquay,Cy,failed"
    };
    school.file("export/users.csv", "username,given name,family name", "stranger,Di,Reed");
    school.file("export/seats.csv", "user,course", "stranger,RADIO");
    school.file("export/courses.csv", "code,title", "RADIO,Radio");
    school.file("export/groups.csv", "course,name", "RADIO,Morse");
    String[] exports = {
      "users=export/users.csv",
      "enrollments=export/seats.csv",
      "courses=export/courses.csv",
      "groups=export/groups.csv"
    };
    assertThatThrownBy(() -> school.confirm(exports))
        .isInstanceOf(Problem.class)
        .hasMessageContaining("Not one change of run " + run)
        .hasMessageContaining("made after the upload");
    assertThat(school.preview()).isEmpty();
    assertThat(missing(byReport(true, List.of(), List.of(), nothing))).hasSize(5);
    assertThat(school.preview()).hasSize(5);
  }

  @Test
  void strangersInACourseAndHeadcountsAreSaid() throws Exception {
    school.file(
        "export/users.csv",
        "username,given name,family name,email",
        "amarlowe,Ana,Marlowe,ana@pier.example",
        "bfinch,Bo,Finch,bo@pier.example",
        "cquay,Cy,Quay,cy@pier.example",
        "stranger,Di,Reed,di@pier.example");
    school.file(
        "export/seats.csv",
        "user,course,role,group",
        "amarlowe,NAV-1,learner,Port Watch",
        "bfinch,NAV-1,learner,",
        "stranger,NAV-1,learner,");
    ConfirmedRun confirmed =
        school.confirm("users=export/users.csv", "enrollments=export/seats.csv");
    assertThat(confirmed.extras()).containsExactly(new ConfirmedRun.Extra("stranger", "NAV-1"));
    assertThat(confirmed.isByReport()).isFalse();
    assertThat(confirmed.headcounts())
        .singleElement()
        .satisfies(count -> assertThat(count.toString()).contains("NAV-1"));
    assertThat(confirmed.changes().notTold()).isEqualTo(3);
  }

  @Test
  void anOldExportIsRemarkedOn() throws Exception {
    school.file("roster.yaml", "known: [{file: export/users.csv, as-of: 2023-11-14}]");
    school.file("export/users.csv", "username,given name,family name", "amarlowe,Ana,Marlowe");
    school.confirm("users=export/users.csv");
    assertThat(school.remarks()).anyMatch(said -> said.contains("is it a new export?"));
  }

  @Test
  void aPlatformThatTakesItsTimeIsReadAgain() throws Exception {
    school.platform();
    assertThatThrownBy(() -> school.confirm())
        .isInstanceOf(Problem.class)
        .hasMessageContaining("Was it sent, and to this platform?");
    ConfirmedRun waited =
        school.confirm(
            new Confirming.Asked(
                List.of(),
                List.of(),
                new Confirming.Words(List.of(), List.of()),
                true,
                false,
                Optional.of(Duration.ZERO),
                WaitListener.NOBODY));
    assertThat(waited.notYet()).isEqualTo(8);
    assertThat(missing(waited)).hasSize(8);
  }
}
