package org.jollyledger.web.template;

import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.util.Map;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.thymeleaf.autoconfigure.ThymeleafProperties;
import org.springframework.context.ApplicationContext;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.util.FileCopyUtils;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.spring6.templateresolver.SpringResourceTemplateResolver;
import org.thymeleaf.templateresource.ITemplateResource;

/** Templates are indented for those who write them; a third of a page would be blanks, sent each time. */
@Configuration(proxyBeanMethods = false)
class PlainTemplates {
    private static final Pattern INDENT = Pattern.compile("(?m)^[ \\t]+");

    /** In the place of the one that the framework would make, with its settings. */
    @Bean
    SpringResourceTemplateResolver defaultTemplateResolver(ThymeleafProperties settings, ApplicationContext context) {
        SpringResourceTemplateResolver resolver = new WithoutIndents();
        resolver.setApplicationContext(context);
        resolver.setPrefix(settings.getPrefix());
        resolver.setSuffix(settings.getSuffix());
        resolver.setTemplateMode(settings.getMode());
        resolver.setCharacterEncoding(settings.getEncoding().name());
        resolver.setCacheable(settings.isCache());
        return resolver;
    }

    private static final class WithoutIndents extends SpringResourceTemplateResolver {
        @Override
        protected ITemplateResource computeTemplateResource(
                IEngineConfiguration configuration,
                @Nullable String owner,
                String template,
                String name,
                String encoding,
                Map<String, Object> attributes) {
            return new Plain(super.computeTemplateResource(configuration, owner, template, name, encoding, attributes));
        }
    }

    private record Plain(ITemplateResource indented) implements ITemplateResource {
        @Override
        public String getDescription() {
            return indented.getDescription();
        }

        @Override
        public String getBaseName() {
            return indented.getBaseName();
        }

        @Override
        public boolean exists() {
            return indented.exists();
        }

        @Override
        public Reader reader() throws IOException {
            return new StringReader(INDENT.matcher(FileCopyUtils.copyToString(indented.reader()))
                    .replaceAll(""));
        }

        @Override
        public ITemplateResource relative(String location) {
            return new Plain(indented.relative(location));
        }
    }
}
