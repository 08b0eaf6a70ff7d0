@echo off
rem Starts Neat Roster; builds it first where it is missing.
setlocal
set "ROOT=%~dp0"
set "APP=%ROOT%cli\target\neat-roster"
set "JAR=%APP%\neat-roster.jar"
set "ARCHIVE=%APP%\neat-roster.jsa"

if defined JAVA_HOME (
  set "JAVA=%JAVA_HOME%\bin\java.exe"
) else (
  where java >nul 2>nul || (
    echo neat-roster: Java is missing. Install a JDK 17 or newer. 1>&2
    exit /b 3
  )
  set "JAVA=java"
)

if not exist "%JAR%" (
  where mvn >nul 2>nul || (
    echo neat-roster: the program is not built yet, and Maven is missing. Install Maven 3.8 or newer. 1>&2
    exit /b 3
  )
  echo neat-roster: building the program; this is done once and takes a minute or two... 1>&2
  pushd "%ROOT%"
  call mvn -q -B -pl cli -am -Dmaven.test.skip=true -Dspotless.check.skip=true package 1>&2 || (
    popd
    echo neat-roster: the program could not be built; the lines above say why. 1>&2
    exit /b 3
  )
  popd
)

rem The Java classes that commands use are kept in an archive to start from; a walk through the demo collects them.
if not exist "%ARCHIVE%" (
  "%JAVA%" "-XX:DumpLoadedClassList=%ARCHIVE%.classes" -Xlog:disable -XX:+UseSerialGC -jar "%JAR%" demo "%TEMP%\neat-roster-%RANDOM%" >nul 2>nul
  "%JAVA%" -Xshare:dump "-XX:SharedClassListFile=%ARCHIVE%.classes" "-XX:SharedArchiveFile=%ARCHIVE%" -Xlog:disable -XX:+UseSerialGC -jar "%JAR%" >nul 2>nul
  del "%ARCHIVE%.classes" 2>nul
)
set "SHARE=-Xshare:auto"
if exist "%ARCHIVE%" set "SHARE=-XX:SharedArchiveFile=%ARCHIVE%"
rem A short command should not wait for code to be compiled again and again: only what runs long is compiled twice.
set "PATIENT=-XX:Tier4InvocationThreshold=50000 -XX:Tier4MinInvocationThreshold=20000 -XX:Tier4CompileThreshold=100000 -XX:Tier4BackEdgeThreshold=400000 -XX:+IgnoreUnrecognizedVMOptions -XX:FreqInlineSize=120 -XX:InlineSmallCode=1000 -Xmn128m -XX:MaxTenuringThreshold=1"
"%JAVA%" %SHARE% %PATIENT% -Xshare:auto -Xlog:disable -Xlog:all=error:stderr -XX:+UseSerialGC %NEAT_ROSTER_JAVA_OPTIONS% -jar "%JAR%" %*
exit /b %ERRORLEVEL%
