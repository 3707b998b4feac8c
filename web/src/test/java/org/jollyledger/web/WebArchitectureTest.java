package org.jollyledger.web;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "org.jollyledger", importOptions = DoNotIncludeTests.class)
class WebArchitectureTest {
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
}
