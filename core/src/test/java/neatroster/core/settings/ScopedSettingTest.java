package neatroster.core.settings;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ScopedSettingTest {
  private static final ScopedSetting<String> VARIED =
      ScopedSetting.same("usual")
          .with("instructor", "", "staff")
          .with("", "Main Pier", "pier")
          .with("instructor", "Main Pier/Cadets", "staff of cadets");

  @Test
  void theNearestWordCounts() {
    assertThat(VARIED.of("learner", "")).isEqualTo("usual");
    assertThat(VARIED.of("instructor", "")).isEqualTo("staff");
    assertThat(VARIED.of("learner", "Main Pier")).isEqualTo("pier");
    assertThat(VARIED.of("", "Main Pier/Cadets/Year 2")).isEqualTo("pier");
    assertThat(VARIED.of("instructor", "Main Pier")).isEqualTo("staff");
    assertThat(VARIED.of("instructor", "Main Pier/Cadets/Year 2")).isEqualTo("staff of cadets");
    assertThat(VARIED.of("learner", "Main Pier East")).isEqualTo("usual");
  }

  @Test
  void whoseRoleIsNotKnownMayHaveAny() {
    assertThat(VARIED.ofAnyRole("")).containsExactly("usual", "staff");
    assertThat(VARIED.ofAnyRole("Main Pier")).containsExactly("pier", "staff");
    assertThat(VARIED.differsByRole()).isTrue();
    assertThat(ScopedSetting.same(1).differsByRole()).isFalse();
    assertThat(VARIED.map(String::length).of("instructor", "")).isEqualTo(5);
  }
}
