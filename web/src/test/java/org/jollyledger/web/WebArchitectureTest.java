package org.jollyledger.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.core.importer.Location;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import jakarta.persistence.Entity;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

@AnalyzeClasses(
        packages = "org.jollyledger",
        importOptions = {DoNotIncludeTests.class, WebArchitectureTest.Written.class})
class WebArchitectureTest {
    /** Not what the build makes of it for a quick start. */
    static final class Written implements ImportOption {
        @Override
        public boolean includes(Location location) {
            return !location.contains("__");
        }
    }

    @ArchTest
    static final ArchRule theCoreKnowsNothingOfTheWeb = noClasses()
            .that()
            .resideInAPackage("..core..")
            .should()
            .dependOnClassesThat()
            .resideInAPackage("..web..");

    @ArchTest
    static final ArchRule featuresDoNotGoInCircles =
            slices().matching("org.jollyledger.web.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule controllersLeaveTheDatabaseToServices = noClasses()
            .that()
            .haveSimpleNameEndingWith("Controller")
            .or()
            .haveSimpleNameEndingWith("Api")
            .should()
            .dependOnClassesThat()
            .haveSimpleNameEndingWith("Repository");

    @ArchTest
    static final ArchRule entitiesAndRepositoriesStayInTheirFeature =
            classes().that().haveSimpleNameEndingWith("Repository").should().notBePublic();

    /** Nothing is loaded lazily; a proxy of an entity that could be extended would only be made at each start. */
    @ArchTest
    static final ArchRule entitiesAreFinal =
            classes().that().areAnnotatedWith(Entity.class).should().haveModifier(JavaModifier.FINAL);

    /** A form's tag, with the arrows that may stand in its values. */
    private static final Pattern FORM = Pattern.compile("<form\\b(?:[^>\"]|\"[^\"]*\")*>");

    /** A row of the list of what is vendored: its file and the hash of that. */
    private static final Pattern VENDORED = Pattern.compile("\\| ([^|\\s]+) \\| ([0-9a-f]{64}) \\|");

    /** Scripts import each other in one direction only, and none that is not there. */
    @Test
    void scriptsDoNotGoInCircles() throws Exception {
        Path folder = Path.of("src/main/resources/static/js");
        Map<String, Set<String>> imports = new HashMap<>();
        try (Stream<Path> scripts = Files.list(folder)) {
            for (Path script : scripts.toList()) {
                imports.put(script.getFileName().toString(), imported(Files.readString(script)));
            }
        }
        assertThat(imports).hasSizeGreaterThan(10);
        imports.values().forEach(names -> assertThat(imports.keySet()).containsAll(names));
        Map<String, Set<String>> open = new HashMap<>(imports);
        while (open.entrySet().removeIf(script -> script.getValue().stream().noneMatch(open::containsKey))) {
            // What imports nothing that is left is done with.
        }
        assertThat(open).as("scripts that import each other in circles").isEmpty();
    }

    /** What is shipped as it came is what its list says, and nothing else is there. */
    @Test
    void vendoredFilesAreTheListedOnes() throws Exception {
        Path folder = Path.of("src/main/resources/static/vendor");
        Map<String, String> listed = VENDORED.matcher(Files.readString(folder.resolve("README.md")))
                .results()
                .collect(Collectors.toMap(row -> row.group(1), row -> row.group(2)));
        Map<String, String> found = new HashMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String name = folder.relativize(file).toString().replace('\\', '/');
                if (!name.equals("README.md") && !file.getFileName().toString().startsWith("LICENSE")) {
                    byte[] hash = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
                    found.put(name, HexFormat.of().formatHex(hash));
                }
            }
        }
        assertThat(found).isEqualTo(listed).isNotEmpty();
    }

    /** Only th:action puts the token into a form; one without it is refused when it is sent. */
    @Test
    void everyFormThatPostsCarriesItsToken() throws Exception {
        int forms = 0;
        try (Stream<Path> files = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path template : files.filter(Files::isRegularFile).toList()) {
                for (MatchResult form :
                        FORM.matcher(Files.readString(template)).results().toList()) {
                    if (form.group().contains("method=\"post\"")) {
                        assertThat(form.group()).as(template.toString()).contains("th:action=");
                        forms++;
                    }
                }
            }
        }
        assertThat(forms).isGreaterThan(30);
    }

    private static Set<String> imported(String script) {
        return Pattern.compile("from \"\\./([a-z-]+\\.js)\"")
                .matcher(script)
                .results()
                .map(found -> found.group(1))
                .collect(Collectors.toSet());
    }
}
