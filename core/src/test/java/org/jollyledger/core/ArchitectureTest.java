package org.jollyledger.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

@AnalyzeClasses(packages = "org.jollyledger.core", importOptions = DoNotIncludeTests.class)
class ArchitectureTest {
    @ArchTest
    static final ArchRule eachPackageStandsOnThoseBeforeIt = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("midi")
            .definedBy("..core.midi")
            .layer("pitch")
            .definedBy("..core.pitch")
            .layer("sound")
            .definedBy("..core.sound")
            .layer("notemap")
            .definedBy("..core.notemap")
            .layer("kit")
            .definedBy("..core.kit")
            .layer("part")
            .definedBy("..core.part")
            .layer("comparison")
            .definedBy("..core.comparison")
            .layer("sheet")
            .definedBy("..core.sheet")
            .layer("play")
            .definedBy("..core.play")
            .layer("crosswalk")
            .definedBy("..core.crosswalk")
            .layer("reconcile")
            .definedBy("..core.reconcile")
            .layer("exchange")
            .definedBy("..core.exchange")
            .layer("batch")
            .definedBy("..core.batch")
            .whereLayer("batch")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("exchange")
            .mayOnlyBeAccessedByLayers("batch")
            .whereLayer("reconcile")
            .mayOnlyBeAccessedByLayers("exchange", "batch")
            .whereLayer("crosswalk")
            .mayOnlyBeAccessedByLayers("reconcile", "exchange", "batch")
            .whereLayer("comparison")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("part")
            .mayOnlyBeAccessedByLayers("comparison", "sheet", "play", "crosswalk", "reconcile", "exchange", "batch")
            .whereLayer("kit")
            .mayOnlyBeAccessedByLayers(
                    "part", "comparison", "sheet", "play", "crosswalk", "reconcile", "exchange", "batch")
            .whereLayer("sheet")
            .mayOnlyBeAccessedByLayers("exchange")
            .whereLayer("play")
            .mayNotBeAccessedByAnyLayer()
            .whereLayer("notemap")
            .mayOnlyBeAccessedByLayers(
                    "kit", "part", "comparison", "sheet", "play", "crosswalk", "reconcile", "exchange", "batch")
            .whereLayer("sound")
            .mayOnlyBeAccessedByLayers(
                    "notemap",
                    "kit",
                    "part",
                    "comparison",
                    "sheet",
                    "play",
                    "crosswalk",
                    "reconcile",
                    "exchange",
                    "batch")
            .whereLayer("pitch")
            .mayOnlyBeAccessedByLayers(
                    "sound",
                    "notemap",
                    "kit",
                    "part",
                    "comparison",
                    "sheet",
                    "play",
                    "crosswalk",
                    "reconcile",
                    "exchange",
                    "batch");

    @ArchTest
    static final ArchRule theCoreIsPlainJava = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "java..",
                    "org.jollyledger.core..",
                    "org.jspecify..",
                    "tools.jackson..",
                    "com.fasterxml.jackson.annotation..",
                    "org.apache.commons.csv..",
                    "org.apache.commons.compress..",
                    "javax.xml..",
                    "org.w3c.dom..");

    @ArchTest
    static final ArchRule onlyTheFormatsKnowJsonAndCsv = noClasses()
            .that()
            .resideOutsideOfPackage("..exchange")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage(
                    "tools.jackson..",
                    "com.fasterxml.jackson..",
                    "org.apache.commons.csv..",
                    "javax.xml..",
                    "org.w3c.dom..");

    @ArchTest
    static final ArchRule nothingIsPublicAndChangeable =
            noFields().that().arePublic().should().notHaveModifier(JavaModifier.FINAL);
}
