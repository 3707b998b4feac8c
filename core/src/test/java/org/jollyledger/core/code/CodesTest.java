package org.jollyledger.core.code;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jollyledger.core.notemap.MapKind;
import org.jollyledger.core.sound.Articulation;
import org.junit.jupiter.api.Test;

class CodesTest {
    private static List<? extends Class<?>> coded() {
        return new ClassFileImporter()
                        .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                        .importPackages("org.jollyledger.core")
                        .stream()
                        .filter(JavaClass::isEnum)
                        .filter(type -> type.isAssignableTo(Coded.class))
                        .map(JavaClass::reflect)
                        .toList();
    }

    @Test
    void theCodesOfAnEnumAreDifferentAndPlain() {
        assertThat(coded()).hasSizeGreaterThan(10).allSatisfy(type -> {
            Set<String> codes = new HashSet<>();
            assertThat(Arrays.stream(type.getEnumConstants()))
                    .allSatisfy(constant -> assertThat(((Coded) constant).code())
                            .matches("[a-z0-9]+(-[a-z0-9]+)*")
                            .matches(codes::add, "is new"));
        });
    }

    @Test
    void aCodeReadsBackWhateverItsCase() {
        for (Articulation articulation : Articulation.values()) {
            assertThat(Codes.find(Articulation.class, articulation.code())).hasValue(articulation);
        }
        assertThat(Codes.parse(MapKind.class, "kind", " Library ")).isEqualTo(MapKind.LIBRARY);
    }

    @Test
    void aCodeThatThereIsNotIsToldWithThoseThereAre() {
        assertThatThrownBy(() -> MapKind.parse("drum"))
                .hasMessage("There is no kind of map \"drum\"; use library, kit, pads, standard.");
    }
}
