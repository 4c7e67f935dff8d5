package io.kinetarch.server.shell;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.lang.reflect.WildcardType;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The API's description names what calls take and give by the simple names of their records: two of one name would be told as one. */
class ApiNamesTest {
    private final Set<Class<?>> told = new HashSet<>();

    @Test
    void noTwoThingsThatCallsTakeOrGiveShareAName() {
        new ClassFileImporter()
                .withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("io.kinetarch.server").stream()
                        .filter(type -> type.isAnnotatedWith(RestController.class))
                        .flatMap(type -> type.getMethods().stream())
                        .map(JavaMethod::reflect)
                        .filter(method -> AnnotatedElementUtils.hasAnnotation(method, RequestMapping.class))
                        .flatMap(ApiNamesTest::types)
                        .forEach(this::tell);

        assertThat(told).hasSizeGreaterThan(200);
        var byName = told.stream()
                .collect(Collectors.groupingBy(
                        Class::getSimpleName,
                        Collectors.mapping(Class::getName, Collectors.toCollection(TreeSet::new))));
        assertThat(byName.values()).filteredOn(classes -> classes.size() > 1).isEmpty();
    }

    private static Stream<Type> types(Method method) {
        return Stream.concat(
                Stream.of(method.getGenericReturnType()),
                Arrays.stream(method.getParameters())
                        // what is told part by part has no name
                        .filter(parameter -> !parameter.isAnnotationPresent(ParameterObject.class))
                        .map(Parameter::getParameterizedType));
    }

    private void tell(Type type) {
        switch (type) {
            case ParameterizedType of -> {
                tell(of.getRawType());
                List.of(of.getActualTypeArguments()).forEach(this::tell);
            }
            case WildcardType of -> List.of(of.getUpperBounds()).forEach(this::tell);
            case GenericArrayType of -> tell(of.getGenericComponentType());
            case Class<?> of when of.isArray() -> tell(of.getComponentType());
            case Class<?> of
            when of.getName().startsWith("io.kinetarch") -> {
                if (of.isSealed()) {
                    List.of(of.getPermittedSubclasses()).forEach(this::tell);
                }
                if (of.isRecord() && told.add(of)) {
                    Arrays.stream(of.getRecordComponents())
                            .map(RecordComponent::getGenericType)
                            .forEach(this::tell);
                }
            }
            default -> {}
        }
    }
}
