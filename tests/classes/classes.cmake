# The C++ classes of forms, written by the program and compiled as strictly as its own code.
set(CLASS_SOURCE ${CMAKE_CURRENT_SOURCE_DIR}/classes)

# Adds the class of a form file to a test program.
function(class_of TARGET FORM_FILE)
  get_filename_component(FORM ${FORM_FILE} NAME_WE)
  string(REPLACE "-" "_" FILE ${FORM})
  set(CLASS "")
  string(REPLACE "_" ";" WORDS ${FILE})
  foreach(WORD ${WORDS})
    string(SUBSTRING ${WORD} 0 1 FIRST)
    string(SUBSTRING ${WORD} 1 -1 REST)
    string(TOUPPER ${FIRST} FIRST)
    string(APPEND CLASS ${FIRST}${REST})
  endforeach()
  set(OUT ${CMAKE_CURRENT_BINARY_DIR}/classes/${FORM})
  set(WRITTEN ${OUT}/${FILE}_form.cpp ${OUT}/${FILE}_form.h ${OUT}/${FILE}_parts.h ${OUT}/${FILE}.cpp ${OUT}/${FILE}.h)
  add_custom_command(OUTPUT ${OUT}/written BYPRODUCTS ${WRITTEN}
    COMMAND brindel-cli export ${FORM_FILE} --to qt --class ${CLASS} -o ${OUT}
    COMMAND ${CMAKE_COMMAND} -E touch ${OUT}/written
    DEPENDS brindel-cli ${FORM_FILE} VERBATIM)
  foreach(HEADER ${FILE}_form ${FILE})
    add_custom_command(OUTPUT ${OUT}/moc_${HEADER}.cpp COMMAND Qt6::moc ${OUT}/${HEADER}.h -o ${OUT}/moc_${HEADER}.cpp
      DEPENDS ${OUT}/written VERBATIM)
    list(APPEND WRITTEN ${OUT}/moc_${HEADER}.cpp)
  endforeach()
  configure_file(${CLASS_SOURCE}/one_class.cpp.in ${OUT}/one_class.cpp @ONLY)
  target_sources(${TARGET} PRIVATE ${OUT}/written ${WRITTEN} ${OUT}/one_class.cpp)
  target_include_directories(${TARGET} PRIVATE ${OUT})
endfunction()
