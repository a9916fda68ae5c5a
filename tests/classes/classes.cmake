# The C++ classes of forms, written by the program and compiled as strictly as its own code.
set(CLASS_SOURCE ${CMAKE_CURRENT_SOURCE_DIR}/classes)

# Adds the class of a form file to a test program.
function(class_of TARGET FORM_FILE)
  get_filename_component(FORM ${FORM_FILE} NAME_WE)
  string(REPLACE "-" "_" FILE ${FORM})
  string(REPLACE "-" ";" WORDS ${FORM})
  set(CLASS "")
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
  set(MADE ${OUT}/written)
  foreach(HEADER ${FILE}_form ${FILE})
    add_custom_command(OUTPUT ${OUT}/moc_${HEADER}.cpp COMMAND Qt6::moc ${OUT}/${HEADER}.h -o ${OUT}/moc_${HEADER}.cpp
      DEPENDS ${OUT}/written VERBATIM)
    list(APPEND MADE ${OUT}/moc_${HEADER}.cpp)
  endforeach()
  configure_file(${CLASS_SOURCE}/one_class.cpp.in ${OUT}/one_class.cpp @ONLY)
  target_sources(${TARGET} PRIVATE ${OUT}/one_class.cpp)
  set_source_files_properties(${OUT}/one_class.cpp PROPERTIES OBJECT_DEPENDS "${MADE}" INCLUDE_DIRECTORIES ${OUT})
endfunction()

# A program that tests some classes.
function(class_tests TARGET)
  add_executable(${TARGET} classes/class_test.cpp qt_main.cpp)
  target_link_libraries(${TARGET} PRIVATE brindel_filler GTest::gtest)
  target_compile_definitions(${TARGET} PRIVATE ${BRINDEL_PATHS})
  foreach(FORM ${ARGN})
    class_of(${TARGET} ${FORM})
  endforeach()
  sharded(${TARGET} 2 COST 30 ENVIRONMENT QT_QPA_PLATFORM=offscreen)
endfunction()

# Those of the demo forms, of one with hostile wording, and of one with many kinds of formulas, rules and steps.
set(FORMS ${CMAKE_CURRENT_BINARY_DIR}/class-forms)
file(MAKE_DIRECTORY ${FORMS})
add_custom_command(OUTPUT ${FORMS}/hostile-words.brindel
  COMMAND /usr/bin/python3 ${CLASS_SOURCE}/forms.py hostile ${CMAKE_SOURCE_DIR}/demo/yard-charges.brindel ${FORMS}/hostile-words.brindel
  DEPENDS ${CLASS_SOURCE}/forms.py ${CMAKE_SOURCE_DIR}/demo/yard-charges.brindel VERBATIM)
add_custom_command(OUTPUT ${FORMS}/all-there-is.brindel
  COMMAND /usr/bin/python3 ${CLASS_SOURCE}/forms.py everything $<TARGET_FILE:brindel-cli> ${FORMS}/all-there-is.brindel
  DEPENDS ${CLASS_SOURCE}/forms.py brindel-cli VERBATIM)
file(GLOB DEMO_CLASSES CONFIGURE_DEPENDS ${CMAKE_SOURCE_DIR}/demo/*.brindel)
class_tests(class_tests ${DEMO_CLASSES} ${FORMS}/hostile-words.brindel ${FORMS}/all-there-is.brindel)

# Those of thirty that are jotted.
set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${CLASS_SOURCE}/jotted.txt ${CLASS_SOURCE}/forms.py)
execute_process(COMMAND /usr/bin/python3 ${CLASS_SOURCE}/forms.py jotted ${CLASS_SOURCE}/jotted.txt ${FORMS}/jotted COMMAND_ERROR_IS_FATAL ANY)
file(GLOB JOTTINGS ${FORMS}/jotted/*.jot)
foreach(JOTTING ${JOTTINGS})
  get_filename_component(NAME ${JOTTING} NAME)
  string(REGEX REPLACE "^(.*)\\.(.*)\\.jot$" "\\1" FORM ${NAME})
  string(REGEX REPLACE "^(.*)\\.(.*)\\.jot$" "\\2" KIND ${NAME})
  add_custom_command(OUTPUT ${FORMS}/${FORM}.brindel
    COMMAND brindel-cli new ${JOTTING} --kind ${KIND} -o ${FORMS}/${FORM}.brindel DEPENDS brindel-cli ${JOTTING} VERBATIM)
  list(APPEND JOTTED_CLASSES ${FORMS}/${FORM}.brindel)
endforeach()
class_tests(jotted_class_tests ${JOTTED_CLASSES} ${CMAKE_SOURCE_DIR}/tests/forms/boat-lookup.brindel)
# The demo forms' show that they include what they need; these compile faster.
target_precompile_headers(jotted_class_tests PRIVATE <QApplication> <QButtonGroup> <QCalendarWidget> <QCheckBox> <QComboBox>
  <QDateTime> <QDesktopServices> <QDialog> <QFileDialog> <QGridLayout> <QJsonArray> <QJsonObject> <QLabel> <QLineEdit>
  <QListWidget> <QMessageBox> <QPainter> <QPlainTextEdit> <QPushButton> <QRadioButton> <QRegularExpression> <QScrollArea>
  <QShowEvent> <QStyleOptionFrame> <QTabWidget> <QTextEdit> <QToolButton> <QUrl> <functional> <map> <memory> <optional>
  <set> <variant> <vector>)

# Those of a date and a time in languages that write them in their own ways.
foreach(LANGUAGE de fr pl en-US en-GB he)
  string(TOLOWER ${LANGUAGE} SMALL)
  add_custom_command(OUTPUT ${FORMS}/moments-${SMALL}.brindel
    COMMAND brindel-cli new ${CLASS_SOURCE}/moments.jot --language ${LANGUAGE} -o ${FORMS}/moments-${SMALL}.brindel
    DEPENDS brindel-cli ${CLASS_SOURCE}/moments.jot VERBATIM)
  list(APPEND MOMENT_CLASSES ${FORMS}/moments-${SMALL}.brindel)
endforeach()
class_tests(moment_class_tests ${MOMENT_CLASSES})
target_precompile_headers(moment_class_tests REUSE_FROM jotted_class_tests)

# Those of the forms of acts, for tests/outside/conformance.test.mjs; the forms are for all fillers there.
set(ACT_FORMS ${CMAKE_CURRENT_BINARY_DIR}/acts)
file(MAKE_DIRECTORY ${ACT_FORMS})
file(GLOB ACTS CONFIGURE_DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/acts/*.acts)
add_executable(class_says classes/acts_by_class.cpp)
target_link_libraries(class_says PRIVATE brindel_filler Qt6::Test GTest::gtest)
target_compile_definitions(class_says PRIVATE ${BRINDEL_PATHS})
foreach(ACT ${ACTS})
  get_filename_component(NAME ${ACT} NAME_WE)
  add_custom_command(OUTPUT ${ACT_FORMS}/${NAME}.brindel
    COMMAND /usr/bin/python3 ${CMAKE_CURRENT_SOURCE_DIR}/acts/forms.py $<TARGET_FILE:brindel-cli> ${ACT} ${ACT_FORMS}/${NAME}.brindel
    DEPENDS ${ACT} ${CMAKE_CURRENT_SOURCE_DIR}/acts/forms.py brindel-cli VERBATIM)
  class_of(class_says ${ACT_FORMS}/${NAME}.brindel)
endforeach()
target_precompile_headers(class_says REUSE_FROM jotted_class_tests)

# As a programmer gets one, and as clang-tidy reads it.
add_test(NAME Class.Built COMMAND ${CLASS_SOURCE}/built $<TARGET_FILE:brindel-cli> ${CMAKE_SOURCE_DIR}/demo/slip-inspection.brindel Inspection ${FORMS}/built)
foreach(TIDY pontoon-fault-note yard-charges)
  add_test(NAME Class.Tidy.${TIDY} COMMAND ${CLASS_SOURCE}/tidy $<TARGET_FILE:brindel-cli> ${FORMS}/tidy-${TIDY} ${CMAKE_SOURCE_DIR}/demo/${TIDY}.brindel)
  set_tests_properties(Class.Tidy.${TIDY} PROPERTIES TIMEOUT 1500 COST 300)
endforeach()
set_tests_properties(Class.Built PROPERTIES TIMEOUT 900 COST 150)

# Every function of formulas as classes have it: the cases of tests/rules/cases.txt, compiled.
add_executable(formulas_by_class classes/formulas_by_class.cpp)
target_link_libraries(formulas_by_class PRIVATE brindel_core GTest::gtest ${RAPIDCHECK})
target_compile_definitions(formulas_by_class PRIVATE ${BRINDEL_PATHS})
set(CASES ${CMAKE_CURRENT_BINARY_DIR}/classes/formulas)
file(MAKE_DIRECTORY ${CASES})
add_custom_command(OUTPUT ${CASES}/cases.cpp ${CASES}/parts.h COMMAND formulas_by_class ${CASES}
  DEPENDS formulas_by_class ${CMAKE_SOURCE_DIR}/tests/rules/cases.txt ${CLASS_SOURCE}/formulas_told.part VERBATIM)
add_executable(class_formulas ${CASES}/cases.cpp ${CASES}/parts.h)
target_link_libraries(class_formulas PRIVATE Qt6::Core)
add_dependencies(core_tests class_formulas)
