@echo off
rem Starts Jolly Ledger on Windows, and prints its address once it answers.
rem   jolly-ledger.cmd [--port N] [--data DIR] [--empty]
setlocal
where java >nul 2>nul
if errorlevel 1 (
  echo Jolly Ledger needs Java 17 or later; install it, then start again.
  exit /b 1
)
if "%JOLLY_LEDGER_HEAP%"=="" set JOLLY_LEDGER_HEAP=1g
rem Only what runs on is compiled well; that takes half of the start otherwise.
rem Without memory nothing is answered rightly any more, whoever notices it: it ends with 3, and starts again.
set compile=-XX:Tier4InvocationThreshold=400000 -XX:Tier4MinInvocationThreshold=100000 -XX:Tier4CompileThreshold=500000 -XX:Tier4BackEdgeThreshold=1000000
:run
java -XX:+UseSerialGC -XX:+ExitOnOutOfMemoryError %compile% -Dspring.aot.enabled=true -Xms64m -Xmx%JOLLY_LEDGER_HEAP% -XX:MinHeapFreeRatio=15 -XX:MaxHeapFreeRatio=30 "-Djolly-ledger.data=%~dp0data" -jar "%~dp0jolly-ledger.jar" %*
if %errorlevel%==3 (
  echo It ran out of memory; starting again. A larger JOLLY_LEDGER_HEAP helps.
  goto run
)
exit /b %errorlevel%
