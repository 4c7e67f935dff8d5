<#list dependencyMap as e>
<#assign project = e.getKey()/>
<#assign licenses = e.getValue()/>
${project.groupId}:${project.artifactId}	${project.version}	<#list licenses as license>${license}<#sep>; </#sep></#list>
</#list>
