package org.jollyledger.web.problem;

import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.util.ReflectionUtils;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import tools.jackson.databind.JsonNode;

/** A document that lacks something is refused in a sentence; the types of its fields say what may be missing. */
@ControllerAdvice
public class CompleteBodies extends RequestBodyAdviceAdapter {
    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public Object afterBodyRead(
            @Nullable Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter) {
        if (body == null || body instanceof JsonNode node && node.isNull()) {
            throw Refusal.incomplete("The document is null; send one of the documented form, see docs/api.md.");
        }
        refuse(missing(body, parameter.getParameter().getAnnotatedType(), ""));
        return body;
    }

    /**
     * A document that was read from a part of a body.
     *
     * @throws Refusal when it lacks something
     */
    public static <T extends Record> T complete(T document) {
        refuse(missingIn(document, ""));
        return document;
    }

    private static void refuse(Optional<String> missing) {
        missing.ifPresent(place -> {
            throw Refusal.incomplete("\"" + place + "\" is missing or null; give it a value, see docs/api.md.");
        });
    }

    /** Where the first value is null that must not be. */
    static Optional<String> missing(@Nullable Object value, AnnotatedType type, String place) {
        if (value == null) {
            return mayBeNull(type) ? Optional.empty() : Optional.of(place);
        }
        if (value instanceof List<?> list && type instanceof AnnotatedParameterizedType of) {
            return missingIn(list, of.getAnnotatedActualTypeArguments()[0], place);
        }
        return value instanceof Record document ? missingIn(document, place) : Optional.empty();
    }

    private static boolean mayBeNull(AnnotatedElement type) {
        return type.isAnnotationPresent(Nullable.class);
    }

    private static Optional<String> missingIn(List<?> list, AnnotatedType type, String place) {
        for (int i = 0; i < list.size(); i++) {
            Optional<String> missing = missing(list.get(i), type, place + "[" + i + "]");
            if (missing.isPresent()) {
                return missing;
            }
        }
        return Optional.empty();
    }

    private static Optional<String> missingIn(Record document, String place) {
        for (RecordComponent field : document.getClass().getRecordComponents()) {
            ReflectionUtils.makeAccessible(field.getAccessor());
            Object value = ReflectionUtils.invokeMethod(field.getAccessor(), document);
            Optional<String> missing = missing(
                    value, field.getAnnotatedType(), place.isEmpty() ? field.getName() : place + "." + field.getName());
            if (missing.isPresent()) {
                return missing;
            }
        }
        return Optional.empty();
    }
}
