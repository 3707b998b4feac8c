package org.jollyledger.web.template;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Reads from a request how much of a page it asks for. htmx marks all its requests, those too that restore a page when
 * the user goes back. Those carry a header of their own and need the whole page.
 */
@Configuration(proxyBeanMethods = false)
class ExtentArgument implements WebMvcConfigurer, HandlerMethodArgumentResolver {
    private static final String BY_HTMX = "HX-Request";
    private static final String RESTORES = "HX-History-Restore-Request";

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Extent.class;
    }

    @Override
    public Extent resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory binders) {
        boolean piece = request.getHeader(BY_HTMX) != null && request.getHeader(RESTORES) == null;
        return piece ? Extent.PIECE : Extent.PAGE;
    }
}
